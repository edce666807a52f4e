package chalkline.server.access;

import chalkline.core.Bounds;
import chalkline.server.arrivals.PeopleOfList;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class AccessController {
    private final ShellAccess access;
    private final ShellPeople people;
    private final EntryCodes codes;

    AccessController(ShellAccess access, ShellPeople people, EntryCodes codes) {
        this.access = access;
        this.people = people;
        this.codes = codes;
    }

    /** @param until the last day; null without one */
    record LettingIn(
            @NotBlank @Size(max = Bounds.ID) String user,
            @NotNull ShellPeople.Role role,
            @Nullable LocalDate until,
            @NotNull @Size(max = Bounds.REASON) String reason) {}

    /** @param until the last day on which it is good; null for as long as the shell is open */
    record NewCode(@Nullable LocalDate until) {}

    @GetMapping("/api/terms/{term}/shells/{key}/access")
    AccessViews.Access of(@PathVariable String term, @PathVariable String key) {
        return access.of(term, key);
    }

    @GetMapping("/api/listed-people")
    List<PeopleOfList.Found> find(@RequestParam @NotBlank @Size(max = Bounds.ID) String part) {
        return access.find(part);
    }

    @PostMapping("/api/terms/{term}/shells/{key}/people")
    AccessViews.Access letIn(
            @PathVariable String term, @PathVariable String key, @Valid @RequestBody LettingIn wanted) {
        people.letIn(term, key, wanted.user(), wanted.role(), wanted.until(), wanted.reason());
        return access.of(term, key);
    }

    @DeleteMapping("/api/terms/{term}/shells/{key}/people/{id}")
    AccessViews.Access end(@PathVariable String term, @PathVariable String key, @PathVariable long id) {
        people.end(term, key, id);
        return access.of(term, key);
    }

    @PostMapping("/api/terms/{term}/shells/{key}/entry-code")
    AccessViews.Access makeCode(
            @PathVariable String term, @PathVariable String key, @Valid @RequestBody NewCode wanted) {
        codes.make(term, key, wanted.until());
        return access.of(term, key);
    }

    @DeleteMapping("/api/terms/{term}/shells/{key}/entry-code")
    AccessViews.Access endCode(@PathVariable String term, @PathVariable String key) {
        codes.end(term, key);
        return access.of(term, key);
    }
}
