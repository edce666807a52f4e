package chalkline.server.requests;

import chalkline.core.Bounds;
import chalkline.core.requests.RequestKind;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class RequestController {
    private final RequestService requests;
    private final RequestReading reading;
    private final DecisionService decisions;
    private final Asking asking;

    RequestController(RequestService requests, RequestReading reading, DecisionService decisions, Asking asking) {
        this.requests = requests;
        this.reading = reading;
        this.decisions = decisions;
        this.asking = asking;
    }

    /** @param version of the request that was seen */
    record Answer(@Min(0) int version, @Valid @NotNull Wish wish) {}

    /**
     * @param version of the request that was seen
     * @param instead what is approved instead of what was asked for; null where it is that
     */
    record Decision(
            @Min(0) int version,
            @NotNull DecisionService.What what,
            @NotNull @Size(max = Bounds.REASON) String note,
            @Nullable @Valid Wish instead) {}

    record Decisions(
            @NotEmpty @Size(max = 500) List<DecisionService.@Valid Which> requests,
            @NotNull DecisionService.What what,
            @NotNull @Size(max = Bounds.REASON) String note) {}

    /** @param opens the day from which the term can be asked for; null where it cannot */
    record AskingFrom(@Nullable LocalDate opens, @NotNull Set<@NotNull RequestKind> byRule) {}

    @GetMapping("/api/requests")
    RequestViews.Sheet sheet(@RequestParam(required = false) @Nullable @Min(1) Long before) {
        return reading.sheet(Optional.ofNullable(before));
    }

    @GetMapping("/api/requests/{id}")
    RequestViews.One one(@PathVariable long id) {
        return reading.one(id);
    }

    @GetMapping("/api/request-links/{secret}")
    RequestViews.Linked follow(@PathVariable @Size(max = 100) String secret) {
        return reading.follow(secret);
    }

    /** What it would do; nothing is asked for yet. */
    @PostMapping("/api/requests/look")
    RequestViews.Does look(@Valid @RequestBody Wish wish) {
        return requests.look(wish);
    }

    @PostMapping("/api/requests")
    @ResponseStatus(HttpStatus.CREATED)
    RequestViews.One ask(@Valid @RequestBody Wish wish) {
        return requests.ask(wish);
    }

    @PostMapping("/api/requests/{id}/answer")
    RequestViews.One answer(@PathVariable long id, @Valid @RequestBody Answer answer) {
        return requests.answer(id, answer.version(), answer.wish());
    }

    @PostMapping("/api/requests/{id}/withdrawal")
    RequestViews.One withdraw(@PathVariable long id, @RequestParam @Min(0) int version) {
        return requests.withdraw(id, version);
    }

    @PostMapping("/api/requests/{id}/decision")
    RequestViews.One decide(@PathVariable long id, @Valid @RequestBody Decision decision) {
        return decisions.decide(
                new DecisionService.Which(id, decision.version()),
                decision.what(),
                decision.note(),
                decision.instead());
    }

    @PostMapping("/api/requests/decisions")
    List<RequestViews.Decided> decideAll(@Valid @RequestBody Decisions all) {
        return decisions.decideAll(all.requests(), all.what(), all.note());
    }

    @GetMapping("/api/terms/{term}/asking")
    RequestViews.Asking asking(@PathVariable String term) {
        return asking.of(term);
    }

    @PutMapping("/api/terms/{term}/asking")
    RequestViews.Asking setAsking(@PathVariable String term, @Valid @RequestBody AskingFrom from) {
        return asking.set(term, from.opens(), from.byRule());
    }
}
