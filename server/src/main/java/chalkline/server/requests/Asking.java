package chalkline.server.requests;

import chalkline.core.requests.RequestKind;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.Today;
import chalkline.server.ledger.LedgerService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.sql.Date;
import java.time.LocalDate;
import java.time.format.DateTimeFormatter;
import java.util.Arrays;
import java.util.EnumSet;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** From when people may ask for something in a term, and what of it is decided by rule. */
@Component
public class Asking {
    /** What changes nothing but the asker's own, and can be had otherwise again. */
    static final Set<RequestKind> USUAL = EnumSet.of(
            RequestKind.SHELL, RequestKind.TOGETHER, RequestKind.APART, RequestKind.START, RequestKind.WINDOW);

    private static final DateTimeFormatter DAY = DateTimeFormatter.ofPattern("EEE d MMM yyyy", Locale.ENGLISH);

    private final JdbcClient db;
    private final ConventionsService conventions;
    private final Today today;
    private final LedgerService ledger;

    Asking(JdbcClient db, ConventionsService conventions, Today today, LedgerService ledger) {
        this.db = db;
        this.conventions = conventions;
        this.today = today;
        this.ledger = ledger;
    }

    private record Kept(Optional<LocalDate> opens, Set<RequestKind> byRule) {}

    private Kept kept(String term) {
        return db.sql("select opens, by_rule from asking where term = ?")
                .param(term)
                .query((row, n) -> new Kept(
                        Optional.ofNullable(row.getDate("opens")).map(Date::toLocalDate),
                        kinds(row.getString("by_rule"))))
                .optional()
                .orElse(new Kept(Optional.empty(), USUAL));
    }

    private static Set<RequestKind> kinds(String words) {
        Set<RequestKind> kinds = EnumSet.noneOf(RequestKind.class);
        Arrays.stream(words.split(" "))
                .filter(word -> !word.isEmpty())
                .map(RequestKind::valueOf)
                .forEach(kinds::add);
        return kinds;
    }

    /** How it stands with a term; everybody may know. */
    public RequestViews.Asking of(String term) {
        Kept kept = kept(term);
        return new RequestViews.Asking(
                term,
                kept.opens().map(LocalDate::toString).orElse(null),
                isOpen(kept),
                kept.byRule().stream().sorted().toList());
    }

    private boolean isOpen(Kept kept) {
        return kept.opens()
                .filter(day -> !today.in(conventions.zone()).isBefore(day))
                .isPresent();
    }

    /** What is decided by rule in a term. */
    Set<RequestKind> byRule(String term) {
        return kept(term).byRule();
    }

    /** @throws Refusal where the term cannot be asked for yet, with when it can */
    void requireOpen(String term, String name) {
        Kept kept = kept(term);
        if (!isOpen(kept)) {
            throw new Refusal(kept.opens()
                    .map(day -> name + " can be asked for from " + DAY.format(day) + " on.")
                    .orElse(name + " cannot be asked for yet; nobody has said from when it can."));
        }
    }

    /** Says from when a term can be asked for, and what is decided by rule in it. */
    @May(Right.CHANGE_CAMPUS)
    @Transactional
    public RequestViews.Asking set(String term, @Nullable LocalDate opens, Set<RequestKind> byRule) {
        RequestViews.Asking before = of(term);
        put(term, opens, byRule);
        RequestViews.Asking after = of(term);
        ledger.write("asking set", term, Map.of("before", told(before), "after", told(after)));
        return after;
    }

    private static Map<String, Object> told(RequestViews.Asking one) {
        return Map.of("opens", one.opens() == null ? "" : one.opens(), "byRule", one.byRule());
    }

    /** Opens a term of the demo, unless it was said already. */
    @Transactional
    public void openFirst(String term, LocalDate opens) {
        if (of(term).opens() == null) {
            put(term, opens, USUAL);
        }
    }

    private void put(String term, @Nullable LocalDate opens, Set<RequestKind> byRule) {
        db.sql("insert into asking (term, opens, by_rule) values (?, ?, ?)"
                        + " on duplicate key update opens = values(opens), by_rule = values(by_rule)")
                .params(java.util.Arrays.asList(
                        term,
                        opens == null ? null : Date.valueOf(opens),
                        byRule.stream().sorted().map(RequestKind::name).collect(Collectors.joining(" "))))
                .update();
    }
}
