package chalkline.server.arrivals;

import chalkline.core.Bounds;
import chalkline.core.arrivals.CombinedList;
import chalkline.core.arrivals.LeftOut;
import chalkline.server.frame.Uploads;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.io.InputStream;
import java.time.LocalTime;
import java.util.List;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

@RestController
@RequestMapping("/api/arrivals")
class ArrivalController {
    private final ArrivalService arrivals;
    private final ScheduleService schedule;
    private final LeftOutService leftOut;

    ArrivalController(ArrivalService arrivals, ScheduleService schedule, LeftOutService leftOut) {
        this.leftOut = leftOut;
        this.arrivals = arrivals;
        this.schedule = schedule;
    }

    @GetMapping
    List<ArrivalService.View> latest() {
        return arrivals.latest();
    }

    /** The departments of the list in use. */
    @GetMapping("/departments")
    List<ArrivalService.Department> known() {
        return arrivals.departments();
    }

    @GetMapping("/{id}")
    ArrivalService.View one(@PathVariable long id) {
        return arrivals.view(id);
    }

    @GetMapping("/{id}/departments")
    List<DepartmentTally.Row> departments(@PathVariable long id) {
        return arrivals.tally(id);
    }

    /** Why a person decides so about a list. */
    record Decision(@NotBlank @Size(max = Bounds.REASON) String reason) {}

    /** Takes a held list, or an earlier one, into use. */
    @PostMapping("/{id}/use")
    ArrivalService.View use(@PathVariable long id, @Valid @RequestBody Decision decision) {
        return arrivals.use(id, decision.reason());
    }

    /** Turns a held list away. */
    @PostMapping("/{id}/turn-away")
    ArrivalService.View turnAway(@PathVariable long id, @Valid @RequestBody Decision decision) {
        return arrivals.turnAway(id, decision.reason());
    }

    /** What lists change and is left out, until it is lifted. */
    @GetMapping("/left-out")
    List<LeftOutService.View> leftOut() {
        return leftOut.all();
    }

    /** Which part of what lists change is to be left out, and why. */
    record Part(
            LeftOut.@NotNull Kind kind,
            @NotBlank @Size(max = Bounds.ID) String term,
            @NotBlank @Size(max = Bounds.ID) String department,
            @NotBlank @Size(max = Bounds.REASON) String reason) {}

    @PostMapping("/left-out")
    LeftOutService.View leaveOut(@Valid @RequestBody Part part) {
        return leftOut.leaveOut(new LeftOut(part.kind(), part.term(), part.department()), part.reason());
    }

    @DeleteMapping("/left-out/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void lift(@PathVariable long id) {
        leftOut.lift(id);
    }

    /** The last thirty lists that were read, the oldest first. */
    @GetMapping("/nights")
    List<ArrivalService.Night> nights() {
        return arrivals.nights();
    }

    /** The registrars that lists come from, the first one first. */
    @GetMapping("/sources")
    List<ScheduleService.View> sources() {
        return schedule.all();
    }

    /** At what time of day, by the campus's clocks, the list is fetched by itself, or that it is not. */
    record Schedule(boolean active, @NotNull LocalTime at) {}

    @PutMapping("/sources/{source}/schedule")
    ScheduleService.View schedule(@PathVariable String source, @Valid @RequestBody Schedule wanted) {
        return schedule.set(source, wanted.active(), wanted.at());
    }

    @PostMapping("/fetch")
    @ResponseStatus(HttpStatus.ACCEPTED)
    ArrivalService.View fetch(@RequestParam(defaultValue = CombinedList.REGISTRAR) String source) {
        return arrivals.fetch(source);
    }

    @PostMapping(consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    @ResponseStatus(HttpStatus.ACCEPTED)
    ArrivalService.View drop(
            @RequestPart MultipartFile file, @RequestParam(defaultValue = CombinedList.REGISTRAR) String source)
            throws IOException {
        try (InputStream content = file.getInputStream()) {
            return arrivals.drop(source, Uploads.name(file), content);
        }
    }
}
