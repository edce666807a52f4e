package chalkline.server.exports;

import chalkline.core.Bounds;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.Uploads;
import jakarta.validation.Valid;
import jakarta.validation.constraints.Max;
import jakarta.validation.constraints.Min;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

@RestController
@RequestMapping("/api/exports")
class ExportController {
    private final ExportService exports;
    private final ProfileService profiles;
    private final ResultService results;
    private final ExportDownload files;

    ExportController(ExportService exports, ProfileService profiles, ResultService results, ExportDownload files) {
        this.exports = exports;
        this.profiles = profiles;
        this.results = results;
        this.files = files;
    }

    /** @param id 0 for a new profile */
    record Keep(
            @Min(0) long id,
            @Min(0) int basedOn,
            @Valid @NotNull ExportViews.Draft draft) {}

    record Look(
            @Valid @NotNull ExportViews.Draft draft,
            @NotNull @Size(max = Bounds.NAME) String find) {}

    record File(
            @NotBlank @Size(max = Bounds.NAME) String name,
            @NotNull @Size(max = Bounds.TEXT) String yaml) {}

    record Wanted(@Min(1) long profile, boolean differences) {}

    record Bundle(Export.@NotNull Form form, boolean differences) {}

    @GetMapping("/profiles")
    List<ExportViews.Profile> profiles() {
        return profiles.list();
    }

    @PostMapping("/profiles")
    ExportViews.Profile keep(@Valid @RequestBody Keep keep) {
        return profiles.keep(keep.id(), keep.basedOn(), keep.draft());
    }

    @DeleteMapping("/profiles/{id}")
    void takeOut(@PathVariable long id) {
        profiles.takeOut(id);
    }

    @GetMapping(value = "/profiles/{id}/file", produces = "application/yaml")
    ResponseEntity<String> file(@PathVariable long id) {
        return ResponseEntity.ok()
                .header(HttpHeaders.CONTENT_DISPOSITION, attachment("export-profile-" + id + ".yaml"))
                .body(profiles.yaml(id));
    }

    /** What a file says, to be looked at before it is kept. */
    @PostMapping("/profiles/file")
    ExportViews.Draft read(@Valid @RequestBody File file) {
        return profiles.read(file.name(), file.yaml());
    }

    @GetMapping("/tokens/{rows}")
    List<ExportViews.TokenHelp> tokens(@PathVariable String rows) {
        return profiles.tokens(rows);
    }

    @PostMapping("/terms/{term}/preview")
    ExportViews.Preview preview(@PathVariable String term, @Valid @RequestBody Look look) {
        return profiles.preview(term, look.draft(), look.find());
    }

    @GetMapping("/terms/{term}")
    List<ExportViews.One> list(@PathVariable String term) {
        return exports.list(term);
    }

    @PostMapping("/terms/{term}")
    ExportViews.One write(@PathVariable String term, @Valid @RequestBody Wanted wanted) {
        return exports.write(term, wanted.profile(), wanted.differences());
    }

    @PostMapping("/terms/{term}/bundles")
    ExportViews.One bundle(@PathVariable String term, @Valid @RequestBody Bundle bundle) {
        return exports.bundle(term, bundle.form(), bundle.differences());
    }

    @GetMapping("/{id}")
    ExportViews.One one(@PathVariable long id) {
        return exports.one(id);
    }

    @GetMapping("/{id}/rows")
    ExportViews.Rows rows(
            @PathVariable long id,
            @RequestParam ExportLine.Outcome outcome,
            @RequestParam(defaultValue = "-1") int after,
            @RequestParam(defaultValue = "100") @Min(1) @Max(500) int limit) {
        return exports.rows(id, outcome, after, limit);
    }

    @GetMapping("/{id}/file")
    ResponseEntity<StreamingResponseBody> download(@PathVariable long id) {
        ExportDownload.File file = files.file(id);
        StreamingResponseBody body = file.content()::writeTo;
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .header(HttpHeaders.CONTENT_DISPOSITION, attachment(file.name()))
                .body(body);
    }

    private static String attachment(String name) {
        return ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build()
                .toString();
    }

    @PostMapping(value = "/{id}/results", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    ExportViews.One results(@PathVariable long id, @RequestPart MultipartFile file) throws IOException {
        if (file.getSize() > Bounds.RESULT_BYTES) {
            throw new Refusal("This file has more than " + (Bounds.RESULT_BYTES >> 20) + " MB; split it.");
        }
        return results.take(id, Uploads.name(file), file.getBytes());
    }

    @PostMapping("/{id}/passed")
    ExportViews.One passed(@PathVariable long id) {
        return results.allPassed(id);
    }
}
