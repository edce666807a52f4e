package chalkline.server.upkeep;

import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Text;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.server.build.BuildService;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.conventions.DatesEdit;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.Time;
import chalkline.server.frame.Today;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Shells of a term opened and shut, for a mark, a department or a kind. */
@Service
class LifeService {
    private final Terms terms;
    private final ProofService proofs;
    private final ConventionsService conventions;
    private final BuildService builds;
    private final Today today;
    private final Time time;

    LifeService(
            Terms terms,
            ProofService proofs,
            ConventionsService conventions,
            BuildService builds,
            Today today,
            Time time) {
        this.time = time;
        this.terms = terms;
        this.proofs = proofs;
        this.conventions = conventions;
        this.builds = builds;
        this.today = today;
    }

    /** All shells of a term, by code, as students meet them now. */
    @MayPartly(Right.READ_UPKEEP)
    public LifeViews.Sheet sheet(String term) {
        Terms.Standing now = terms.seen(term, Right.READ_UPKEEP);
        ZoneId zone = conventions.zone();
        OffsetDateTime at = ZonedDateTime.of(today.in(zone), LocalTime.ofInstant(time.now(), zone), zone)
                .withNano(0)
                .toOffsetDateTime();
        Map<LifeViews.State, Integer> states = new EnumMap<>(LifeViews.State.class);
        List<LifeViews.Row> rows = new ArrayList<>();
        for (ProofRow row : now.rows().values()) {
            LifeViews.Row view = row(row, at);
            states.merge(view.state(), 1, Integer::sum);
            rows.add(view);
        }
        rows.sort(Comparator.comparing(LifeViews.Row::code, Text.NATURAL).thenComparing(LifeViews.Row::key));
        return new LifeViews.Sheet(
                now.proof().versions(),
                zone.getId(),
                IsoMoment.write(at),
                states.entrySet().stream()
                        .map(state -> new LifeViews.StateCount(state.getKey(), state.getValue()))
                        .toList(),
                rows);
    }

    private static LifeViews.Row row(ProofRow row, OffsetDateTime at) {
        HeldShell held = row.held().orElse(null);
        return new LifeViews.Row(
                row.key(),
                held == null ? row.code() : held.code(),
                held == null ? row.title() : held.values().getOrDefault(Setting.TITLE, ""),
                held == null ? row.value(Setting.CATEGORY) : held.values().getOrDefault(Setting.CATEGORY, ""),
                row.shell().map(shell -> shell.lead().department().name()).orElse(""),
                row.shell().map(shell -> shell.lead().delivery()).orElse(""),
                state(held, at),
                held == null ? row.value(Setting.OPENS) : held.values().getOrDefault(Setting.OPENS, ""),
                held == null ? row.value(Setting.CLOSES) : held.values().getOrDefault(Setting.CLOSES, ""),
                row.students(),
                why(row, held),
                held != null && held.openByHand(),
                leadFirst(row));
    }

    private static List<String> leadFirst(ProofRow row) {
        List<String> sections = new ArrayList<>();
        if (row.shell().isPresent()) {
            sections.add(row.lead());
            row.sections().stream().filter(one -> !one.equals(row.lead())).forEach(sections::add);
        }
        return sections;
    }

    private static LifeViews.State state(@Nullable HeldShell held, OffsetDateTime at) {
        if (held == null) {
            return LifeViews.State.NOT_BUILT;
        }
        return LifeViews.State.valueOf(held.at(at).name());
    }

    private static String why(ProofRow row, @Nullable HeldShell held) {
        if (row.action() == Action.CLOSE) {
            return held != null && held.closed()
                    ? "no section of it is on the list; it comes back as it was when one returns"
                    : "no section of it is on the list any more; the next build closes it";
        }
        if (row.staysClosed()) {
            return "closed by hand, and kept so";
        }
        return row.action() == Action.STOP ? "has a stop in the proof" : "";
    }

    /**
     * What is to hold for some shells.
     *
     * @param open whether students can enter within the window
     * @param by a day on which they are to be open at the latest; null where each opens when it does
     * @param opens a moment as conventions write it, for all of them; null to leave it as it is
     * @param closes likewise
     */
    record Opening(
            Set<String> keys,
            boolean open,
            @Nullable LocalDate by,
            @Nullable String opens,
            @Nullable String closes,
            String reason) {}

    /** Whatever opens before the day is left as it is. */
    private @Nullable String opens(ProofRow row, Opening opening) {
        LocalDate by = opening.by();
        boolean later = by != null
                && row.moment(Setting.OPENS)
                        .filter(at -> at.toInstant()
                                .isAfter(by.atTime(FirstDayService.MORNING)
                                        .atZone(conventions.zone())
                                        .toInstant()))
                        .isPresent();
        return later ? by.toString() : opening.opens();
    }

    /** Opens or shuts shells: the conventions say so from then on, and a build does it, also where a person did otherwise. */
    @MayPartly(Right.CHANGE_UPKEEP)
    public LifeViews.Begun open(String term, String versions, Opening opening) {
        terms.requireChangeable(term, opening.keys());
        Terms.Standing now = terms.now(term);
        if (!now.proof().versions().equals(versions)) {
            throw new Conflict("The list, the conventions or the LMS changed since you looked at these shells."
                    + " Nothing was done; look at them again.");
        }
        List<DatesEdit.Dates> dates = new ArrayList<>();
        for (String key : opening.keys()) {
            ProofRow row = now.rows().get(key);
            if (row == null || row.shell().isEmpty() || row.action() == Action.STOP) {
                throw new Refusal("Nothing was done: the shell " + key
                        + " is on no section of the list, or has a stop. Leave it out.");
            }
            dates.add(new DatesEdit.Dates(
                    row.lead(), opens(row, opening), opening.closes(), opening.open() ? "yes" : "no"));
        }
        int version = conventions
                .keep(Change.of(now.proof().conventions(), new DatesEdit(dates)), opening.reason())
                .number();
        ProofKey proof = proofs.now(term);
        try {
            return new LifeViews.Begun(builds.putBack(proof, opening.keys(), 0), version);
        } catch (Conflict | Refusal e) {
            throw new Conflict("The conventions say so from now on, by their version " + version
                    + ", but the build did not begin: " + e.getMessage());
        }
    }
}
