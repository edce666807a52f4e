package chalkline.server.people;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is kept of one person. Who that is stands in bodies, since addresses are written into logs. */
@RestController
@RequestMapping("/api/people/kept")
class PersonalDataController {
    private final PersonalData data;

    PersonalDataController(PersonalData data) {
        this.data = data;
    }

    /** @param who a sign-in name, a number in the registrar's lists, a user name or an address */
    record Of(@NotBlank @Size(max = 320) String who) {}

    @PostMapping
    PersonalData.Kept look(@Valid @RequestBody Of of) {
        return data.look(of.who());
    }

    @PostMapping("/file")
    Map<String, List<Map<String, String>>> handOver(@Valid @RequestBody Of of) {
        return data.handOver(of.who());
    }

    @PostMapping("/erasure")
    Map<String, Integer> erase(@Valid @RequestBody Of of) {
        return data.erase(of.who());
    }
}
