package chalkline.server.frame;

import chalkline.core.Bounds;
import chalkline.formats.sheets.Spreadsheet;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Makes a file of a sheet as it is filtered and sorted on a screen; nothing but what was sent stands in it. */
@RestController
class SheetController {
    private static final MediaType XLSX =
            MediaType.parseMediaType("application/vnd.openxmlformats-officedocument.spreadsheetml.sheet");
    private static final MediaType CSV = new MediaType("text", "csv", StandardCharsets.UTF_8);

    /** What is to stand in the file. */
    record Sheet(
            @NotNull @Size(max = Bounds.NAME) String name,
            @NotNull @Size(min = 1, max = 100) List<@NotNull String> columns,
            @NotNull @Size(max = 200_000) List<@NotNull List<@NotNull String>> rows) {}

    @May(Right.SAVE_SHEETS)
    @PostMapping("/api/sheets/{format}")
    ResponseEntity<byte[]> file(@PathVariable String format, @Valid @RequestBody Sheet sheet) throws IOException {
        Spreadsheet file = new Spreadsheet(sheet.name(), sheet.columns(), sheet.rows());
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        MediaType type;
        switch (format) {
            case "csv" -> {
                file.writeCsv(out);
                type = CSV;
            }
            case "xlsx" -> {
                file.writeXlsx(out);
                type = XLSX;
            }
            default -> throw new NotFound("A sheet comes as csv or xlsx, not as " + format + ".");
        }
        HttpHeaders headers = new HttpHeaders();
        headers.setContentType(type);
        headers.setContentDisposition(ContentDisposition.attachment()
                .filename(sheet.name() + "." + format, StandardCharsets.UTF_8)
                .build());
        return ResponseEntity.ok().headers(headers).body(out.toByteArray());
    }
}
