package chalkline.standins.registrar;

import chalkline.standins.StandInSettings;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.context.request.WebRequest;

/** The registrar stand-in: the current list as a OneRoster bundle, and its days. */
@RestController
@RequestMapping("/registrar")
public class RegistrarController {
    private final Registrar registrar;
    private final StandInSettings settings;

    RegistrarController(Registrar registrar, StandInSettings settings) {
        this.settings = settings;
        this.registrar = registrar;
    }

    /** The list, the same bytes until the registrar changes it; who has them already is told so (RFC 9110, section 13). */
    @GetMapping("/list")
    @Nullable
    ResponseEntity<byte[]> list(@RequestHeader(required = false) @Nullable String authorization, WebRequest request) {
        if (!settings.letsIn(authorization)) {
            return new ResponseEntity<>(HttpStatus.UNAUTHORIZED);
        }
        Registrar.Export export = registrar.export();
        if (request.checkNotModified(export.tag(), export.since().toEpochMilli())) {
            return null;
        }
        registrar.wasSent();
        HttpHeaders headers = new HttpHeaders();
        headers.setContentType(MediaType.parseMediaType("application/zip"));
        headers.setContentDisposition(
                ContentDisposition.attachment().filename("skerrow.zip").build());
        return new ResponseEntity<>(export.bytes(), headers, 200);
    }

    /** Puts another file in its place, right or wrong, as a registrar's export may go wrong. */
    @PutMapping(path = "/list", consumes = MediaType.ALL_VALUE)
    void replace(@RequestBody byte[] file) {
        registrar.replace(file);
    }

    /** Goes back to the day's own list. */
    @DeleteMapping("/list")
    void restore() {
        registrar.replace(null);
    }

    @GetMapping("/api/day")
    Registrar.Now now() {
        return registrar.now();
    }

    /** Lets so many days go by, or starts again where the day is earlier than the present one. */
    @PutMapping("/api/day")
    Registrar.Now goTo(@RequestBody Day to) {
        registrar.goTo(to.day());
        return registrar.now();
    }

    @PostMapping("/api/day")
    Registrar.Now next() {
        registrar.goTo(registrar.now().day() + 1);
        return registrar.now();
    }

    /** How tonight's export goes. */
    @PutMapping("/api/night")
    Registrar.Now night(@RequestBody Kind kind) {
        registrar.night(kind.night());
        return registrar.now();
    }

    @PutMapping("/api/form")
    Registrar.Now form(@RequestBody Registrar.Form form) {
        registrar.form(form);
        return registrar.now();
    }

    record Day(int day) {}

    record Kind(Night night) {}
}
