package chalkline.server.dates;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class CalendarController {
    private static final MediaType CALENDAR = new MediaType("text", "calendar", StandardCharsets.UTF_8);

    private final CalendarService calendars;

    CalendarController(CalendarService calendars) {
        this.calendars = calendars;
    }

    record Which(@NotNull CalendarKind kind, @NotBlank String key) {}

    @GetMapping("/api/terms/{term}/calendars")
    List<CalendarService.About> of(@PathVariable String term, @RequestParam String shell) {
        return calendars.of(term, shell);
    }

    @GetMapping("/api/terms/{term}/calendar")
    ResponseEntity<byte[]> file(@PathVariable String term, @RequestParam CalendarKind kind, @RequestParam String key) {
        String name = (term + "-" + key).replaceAll("[^A-Za-z0-9.-]+", "-") + ".ics";
        return ResponseEntity.ok()
                .contentType(CALENDAR)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment().filename(name).build().toString())
                .body(bytes(calendars.file(term, kind, key)));
    }

    /** Makes or renews the address at which a calendar can be subscribed to. */
    @PostMapping("/api/terms/{term}/calendars")
    CalendarService.Made make(@PathVariable String term, @Valid @RequestBody Which which) {
        return calendars.make(term, which.kind(), which.key());
    }

    /** Withdraws the address of a calendar. */
    @DeleteMapping("/api/terms/{term}/calendars")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void withdraw(@PathVariable String term, @RequestParam CalendarKind kind, @RequestParam String key) {
        calendars.withdraw(term, kind, key);
    }

    /** A calendar for whoever subscribed to it: the secret in the address is the permission. */
    @GetMapping("/calendars/{secret}.ics")
    ResponseEntity<byte[]> subscribed(@PathVariable String secret) {
        return ResponseEntity.ok().contentType(CALENDAR).body(bytes(calendars.subscribed(secret)));
    }

    private static byte[] bytes(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }
}
