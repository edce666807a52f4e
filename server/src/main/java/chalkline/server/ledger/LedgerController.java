package chalkline.server.ledger;

import chalkline.core.Bounds;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
@RequestMapping("/api/ledger")
class LedgerController {
    private final LedgerReading reading;
    private final LedgerCheck check;

    LedgerController(LedgerReading reading, LedgerCheck check) {
        this.reading = reading;
        this.check = check;
    }

    @GetMapping
    LedgerReading.Page ledger(
            @RequestParam(required = false) @Nullable @Size(max = Bounds.ID) String who,
            @RequestParam(required = false) @Nullable @Size(max = Bounds.ID) String what,
            @RequestParam(defaultValue = "") @Size(max = 10) List<@Size(max = Bounds.ID) String> department,
            @RequestParam(required = false) @Nullable @Size(max = Bounds.ID) String shell,
            @RequestParam(required = false) @Nullable @Size(max = Bounds.ID) String find,
            @RequestParam(required = false) @Nullable LocalDate from,
            @RequestParam(required = false) @Nullable LocalDate to,
            @RequestParam(required = false) @Nullable Long before) {
        return reading.page(new LedgerReading.Wanted(who, what, department, shell, find, from, to, before));
    }

    @GetMapping("/vocabulary")
    LedgerReading.Vocabulary ledgerVocabulary() {
        return reading.vocabulary();
    }

    /** Whether each entry is as it was sealed. */
    @GetMapping("/check")
    LedgerCheck.Found checkLedger() {
        return check.check();
    }
}
