package chalkline.server.masters;

import chalkline.core.Bounds;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api")
class MasterController {
    private static final int MOST = 200;

    private final MasterService masters;
    private final MasterPeople people;

    MasterController(MasterService masters, MasterPeople people) {
        this.masters = masters;
        this.people = people;
    }

    /** @param from the code or key of a shell to fill it from; null where it starts empty */
    record Make(
            @NotNull @Valid MasterService.Wish master,
            @Nullable @Size(max = Bounds.ID) String from) {}

    record Share(
            @NotBlank @Size(max = Bounds.ID) String user,
            @NotNull MasterPeople.Role role) {}

    record Retire(
            @NotNull @Size(min = 1, max = MOST) List<@NotBlank @Size(max = Bounds.ID) String> ids, boolean retired) {}

    record Rule(@Min(1) @Max(100) int unusedTerms) {}

    /** @param term in which whoever is asked looks at them */
    record Ask(
            @NotNull @Size(min = 1, max = MOST) List<@NotBlank @Size(max = Bounds.ID) String> ids,
            @NotBlank @Size(max = Bounds.ID) String term) {}

    @GetMapping("/masters")
    MasterViews.Sheet masters() {
        return masters.sheet();
    }

    @PostMapping("/masters")
    MasterViews.Sheet make(@Valid @RequestBody Make make) {
        return masters.make(make.master(), make.from());
    }

    @GetMapping("/master/{id}")
    MasterViews.Content content(@PathVariable String id) {
        return masters.content(id);
    }

    @PutMapping("/master/{id}")
    MasterViews.Sheet changeMaster(@PathVariable String id, @Valid @RequestBody MasterService.Wish wish) {
        return masters.change(id, wish);
    }

    @GetMapping("/masters/people")
    List<MasterViews.Found> find(@RequestParam @Size(max = Bounds.NAME) String part) {
        return people.find(part);
    }

    @PostMapping("/master/{id}/people")
    MasterViews.Sheet share(@PathVariable String id, @Valid @RequestBody Share share) {
        return people.share(id, share.user(), share.role());
    }

    @DeleteMapping("/master/{id}/people/{user}")
    MasterViews.Sheet unshare(@PathVariable String id, @PathVariable String user) {
        return people.unshare(id, user);
    }

    /** Reads in the LMS what was edited. */
    @PostMapping("/masters/look")
    MasterViews.Sheet look() {
        return masters.look();
    }

    /** Puts masters away, or takes them out again. */
    @PostMapping("/masters/retirement")
    MasterViews.Sheet retire(@Valid @RequestBody Retire retire) {
        return masters.retire(retire.ids(), retire.retired());
    }

    @PutMapping("/masters/rule")
    MasterViews.Sheet rule(@Valid @RequestBody Rule rule) {
        return masters.rule(rule.unusedTerms());
    }

    /** Asks by mail whoever shares masters whether they are needed. */
    @PostMapping("/masters/questions")
    MasterViews.Asked ask(@Valid @RequestBody Ask ask) {
        return people.ask(ask.ids(), "/" + ask.term() + "/upkeep?view=masters");
    }
}
