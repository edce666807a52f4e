package chalkline.server.people;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

@RestController
class PeopleController {
    private final PeopleService people;

    PeopleController(PeopleService people) {
        this.people = people;
    }

    @GetMapping("/api/me")
    PeopleService.Me me() {
        return people.me();
    }
}
