package chalkline.standins.registrar;

import chalkline.formats.oneroster.OneRosterWriter;
import chalkline.standins.CampusInUse;
import chalkline.standins.StandInSettings;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.concurrent.atomic.AtomicReference;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The registrar stand-in: the current list as a OneRoster 1.1 bundle. */
@RestController
@RequestMapping("/registrar/list")
public class RegistrarController {
    private final CampusInUse campus;
    private final StandInSettings settings;
    private final AtomicReference<byte[]> current = new AtomicReference<>();

    RegistrarController(CampusInUse campus, StandInSettings settings) {
        this.settings = settings;
        this.campus = campus;
    }

    /** The list, the same bytes until the registrar changes it. */
    @GetMapping
    ResponseEntity<byte[]> list(@RequestHeader(required = false) @Nullable String authorization) throws IOException {
        if (!settings.letsIn(authorization)) {
            return new ResponseEntity<>(HttpStatus.UNAUTHORIZED);
        }
        HttpHeaders headers = new HttpHeaders();
        headers.setContentType(MediaType.parseMediaType("application/zip"));
        headers.setContentDisposition(
                ContentDisposition.attachment().filename("skerrow.zip").build());
        return new ResponseEntity<>(bytes(), headers, 200);
    }

    /** Puts another file in its place, right or wrong, as a registrar's export may go wrong. */
    @PutMapping(consumes = MediaType.ALL_VALUE)
    void replace(@RequestBody byte[] file) {
        current.set(file);
    }

    /** Goes back to the campus's own list. */
    @DeleteMapping
    void restore() {
        current.set(null);
    }

    private byte[] bytes() throws IOException {
        byte[] bytes = current.get();
        if (bytes == null) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            OneRosterWriter.write(campus.list(), out);
            bytes = out.toByteArray();
            current.compareAndSet(null, bytes);
        }
        return bytes;
    }
}
