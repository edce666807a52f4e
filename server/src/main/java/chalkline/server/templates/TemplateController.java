package chalkline.server.templates;

import chalkline.core.Bounds;
import chalkline.server.frame.Uploads;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.io.InputStream;
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

@RestController
@RequestMapping("/api/templates")
class TemplateController {
    private final TemplateService templates;
    private final TakenFromShell fromShell;

    TemplateController(TemplateService templates, TakenFromShell fromShell) {
        this.templates = templates;
        this.fromShell = fromShell;
    }

    record Keep(
            @Valid @NotNull TemplateDraft draft,
            int basedOn,
            @NotNull @Size(max = Bounds.REASON) String note) {}

    @GetMapping
    List<TemplateService.About> list() {
        return templates.list();
    }

    @GetMapping("/{id}")
    TemplateService.View one(@PathVariable String id) {
        return templates.view(id);
    }

    @PostMapping
    TemplateService.View keep(@Valid @RequestBody Keep keep) {
        return templates.keep(keep.draft(), keep.basedOn(), keep.note());
    }

    @DeleteMapping("/{id}")
    void takeOut(@PathVariable String id, @RequestParam int basedOn) {
        templates.takeOut(id, basedOn);
    }

    @PostMapping(value = "/cartridge", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
    TemplateService.Imported bring(@RequestPart MultipartFile file) throws IOException {
        try (InputStream content = file.getInputStream()) {
            return templates.bring(Uploads.name(file), content);
        }
    }

    /** What a shell in the LMS contains, its dates turned into rules. */
    @GetMapping("/from-shell")
    TemplateService.Imported fromShell(@RequestParam String key) {
        return fromShell.read(key);
    }

    @GetMapping("/{id}/cartridge")
    ResponseEntity<byte[]> cartridge(@PathVariable String id) {
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(id + ".imscc")
                                .build()
                                .toString())
                .body(templates.cartridge(id));
    }
}
