package chalkline.server.upkeep;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.YesNo;
import chalkline.core.proof.Action;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Snag;
import chalkline.core.upkeep.Drift;
import chalkline.core.upkeep.DriftKind;
import chalkline.core.upkeep.Drifts;
import chalkline.core.upkeep.KeepTheirs;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.build.BuildService;
import chalkline.server.conventions.Change;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.conventions.KeepsEdit;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.Refusal;
import chalkline.server.lms.AtOnce;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.lms.LmsReading;
import chalkline.server.lms.Members;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** What people changed by hand in a built term: shown, kept as theirs, or put back. */
@Service
class DriftService {
    /** As many as a call of the LMS port takes. */
    private static final int LOOK_UP = 50;

    private final Terms terms;
    private final DriftSeen seen;
    private final ProofService proofs;
    private final ArrivalService arrivals;
    private final ConventionsService conventions;
    private final BuildService builds;
    private final HeldService held;
    private final LmsReading lms;

    DriftService(
            Terms terms,
            DriftSeen seen,
            ProofService proofs,
            ArrivalService arrivals,
            ConventionsService conventions,
            BuildService builds,
            HeldService held,
            @AtOnce LmsReading lms) {
        this.terms = terms;
        this.seen = seen;
        this.proofs = proofs;
        this.arrivals = arrivals;
        this.conventions = conventions;
        this.builds = builds;
        this.held = held;
        this.lms = lms;
    }

    /** Everything of a term that drifted, by shell. */
    @MayPartly(Right.READ_UPKEEP)
    public DriftViews.Sheet sheet(String term) {
        Terms.Standing now = terms.seen(term, Right.READ_UPKEEP);
        RegistrarList list = arrivals.list(now.proof().arrival());
        Map<List<String>, DriftSeen.Seen> often = seen.of(term);
        Map<DriftKind, Set<String>> kinds = new EnumMap<>(DriftKind.class);
        List<DriftViews.Row> rows = new ArrayList<>();
        for (Drift drift : now.drifts()) {
            kinds.computeIfAbsent(drift.kind(), kind -> new HashSet<>()).add(drift.key());
            rows.add(row(now, drift, list, often.get(List.of(drift.key(), drift.field()))));
        }
        return new DriftViews.Sheet(
                now.proof().versions(),
                conventions.zone().getId(),
                held.seenAt().orElse(null),
                now.built().size(),
                kinds.entrySet().stream()
                        .map(kind -> new DriftViews.KindCount(
                                kind.getKey(),
                                kind.getKey().words(),
                                kind.getValue().size()))
                        .toList(),
                rows);
    }

    private static DriftViews.Row row(
            Terms.Standing now, Drift drift, RegistrarList list, DriftSeen.@Nullable Seen often) {
        ProofRow row = now.rows().get(drift.key());
        boolean people = drift.field().equals(Drift.BY_HAND);
        return new DriftViews.Row(
                drift.key(),
                row.held().map(shell -> shell.code()).orElse(row.code()),
                row.title(),
                row.shell().map(shell -> shell.lead().department().name()).orElse(""),
                drift.kind(),
                drift.field(),
                name(drift.field()),
                words(drift.field(), drift.built()),
                people ? names(drift.held(), list) : words(drift.field(), drift.held()),
                words(drift.field(), drift.wanted()),
                now.built().get(drift.key()).build(),
                often == null ? 1 : often.times(),
                often == null ? null : often.since(),
                stop(row));
    }

    private static String stop(ProofRow row) {
        return row.action() != Action.STOP
                ? ""
                : row.snags().stream().filter(Snag::isStop).map(Snag::message).collect(Collectors.joining(" "));
    }

    private static String name(String field) {
        return Setting.named(field)
                .map(Setting::plainName)
                .orElse(
                        switch (field) {
                            case Drift.SHELL -> "the whole shell";
                            case Drift.BY_HAND -> "put in by hand";
                            case "people" -> "rosters of sections";
                            case "sectionWindows" -> "dates of sections";
                            case "closed" -> "closed to students";
                            default -> field;
                        });
    }

    private static String words(String field, String text) {
        boolean closed = field.equals("closed");
        return closed && !text.isEmpty() ? (YesNo.isYes(text) ? "closed" : "not closed") : text;
    }

    private static String names(String ids, RegistrarList list) {
        return Arrays.stream(ids.split(" "))
                .map(id -> {
                    Person person = list.people().get(id);
                    return person == null ? id : person.fullName();
                })
                .collect(Collectors.joining(", "));
    }

    /** What keeping theirs would do; nothing is kept yet. */
    @MayPartly(Right.CHANGE_UPKEEP)
    public DriftViews.Keeping lookAtKeeping(String term, String versions, Collection<Chosen> chosen) {
        return keeping(term, versions, chosen, "-").view(0);
    }

    /** Keeps what people made, so that no build changes it again. */
    @MayPartly(Right.CHANGE_UPKEEP)
    public DriftViews.Keeping keep(String term, String versions, Collection<Chosen> chosen, String reason) {
        Kept kept = keeping(term, versions, chosen, reason);
        if (kept.drifts.isEmpty()) {
            throw new Refusal("Nothing was kept: none of it can be. "
                    + kept.not.stream()
                            .map(DriftViews.NotKept::reason)
                            .distinct()
                            .collect(Collectors.joining(" ")));
        }
        ConventionsService.About about = conventions.keep(kept.change, "Kept as made in the LMS: " + reason);
        return kept.view(about.number());
    }

    /** What can be kept, with the change that does it. */
    private record Kept(Change change, List<Drift> drifts, List<DriftViews.NotKept> not) {
        DriftViews.Keeping view(int version) {
            int shells = (int) drifts.stream().map(Drift::key).distinct().count();
            return new DriftViews.Keeping(drifts.size(), shells, not, version);
        }
    }

    private Kept keeping(String term, String versions, Collection<Chosen> chosen, String reason) {
        terms.requireChangeable(term, chosen.stream().map(Chosen::key).toList());
        Terms.Standing now = holding(term, versions);
        Set<Chosen> wanted = Set.copyOf(chosen);
        List<Drift> drifts = now.drifts().stream()
                .filter(drift -> wanted.contains(new Chosen(drift.key(), drift.field())))
                .toList();
        Conventions rules = conventions.version(now.proof().conventions());
        Map<String, Map<String, Set<String>>> out = out(now, drifts);
        List<DriftViews.NotKept> not = new ArrayList<>();
        Set<Drift> refused = new HashSet<>();
        // what a rule would still make otherwise, as a layer that fixes a value, is left out and said
        while (true) {
            KeepTheirs keep = new KeepTheirs(rules.zone());
            List<Drift> kept = new ArrayList<>();
            for (Drift drift : drifts) {
                if (refused.contains(drift)) {
                    continue;
                }
                ProofRow row = now.rows().get(drift.key());
                keep.take(row, drift, out.getOrDefault(drift.key(), Map.of()))
                        .ifPresentOrElse(why -> refuse(row, drift, why, refused, not), () -> kept.add(drift));
            }
            Change change =
                    Change.of(now.proof().conventions(), KeepsEdit.of(keep.values(), keep.kept(reason), reason));
            Set<List<String>> still = still(now, change.applyTo(rules));
            List<Drift> left = kept.stream()
                    .filter(drift -> still.contains(List.of(drift.key(), drift.field())))
                    .toList();
            if (left.isEmpty()) {
                return new Kept(change, kept, not);
            }
            left.forEach(drift -> refuse(
                    now.rows().get(drift.key()),
                    drift,
                    "The conventions would still make it otherwise: a layer fixes it, or the LMS's value does not fit them.",
                    refused,
                    not));
        }
    }

    private static void refuse(
            ProofRow row, Drift drift, String why, Set<Drift> refused, List<DriftViews.NotKept> not) {
        refused.add(drift);
        not.add(new DriftViews.NotKept(drift.key(), row.code(), name(drift.field()), why));
    }

    private Terms.Standing holding(String term, String versions) {
        Terms.Standing now = terms.now(term);
        if (!now.proof().versions().equals(versions)) {
            throw new Conflict("The list, the conventions or the LMS changed since you looked at this."
                    + " Nothing was done; look at it again.");
        }
        return now;
    }

    /** What would still have drifted under other conventions, by shell and field. */
    private Set<List<String>> still(Terms.Standing now, Conventions changed) {
        Proof after = proofs.proof(now.proof()).proof().under(changed);
        return Drifts.of(after.rows(), now.shells(), now.byHand()).stream()
                .map(drift -> List.of(drift.key(), drift.field()))
                .collect(Collectors.toSet());
    }

    /** Who was taken out of sections by hand, by shell and section; the LMS is asked who is there. */
    private Map<String, Map<String, Set<String>>> out(Terms.Standing now, Collection<Drift> drifts) {
        List<ProofRow> rows = drifts.stream()
                .filter(drift -> drift.kind() == DriftKind.PEOPLE)
                .map(drift -> now.rows().get(drift.key()))
                .toList();
        Map<String, Map<String, Set<String>>> out = new HashMap<>();
        for (int from = 0; from < rows.size(); from += LOOK_UP) {
            List<ProofRow> some = rows.subList(from, Math.min(rows.size(), from + LOOK_UP));
            List<List<Lms.Member>> people = lms.people(
                    some.stream().map(row -> row.held().orElseThrow().key()).toList());
            for (int i = 0; i < some.size(); i++) {
                out.put(some.get(i).key(), out(some.get(i), people.get(i)));
            }
        }
        return out;
    }

    private static Map<String, Set<String>> out(ProofRow row, Collection<Lms.Member> there) {
        Map<String, Set<String>> out = new HashMap<>();
        Members.of(row.shell().orElseThrow()).stream()
                .filter(member -> !there.contains(member))
                .forEach(member -> out.computeIfAbsent(member.section(), section -> new HashSet<>())
                        .add(member.user()));
        return out;
    }

    /** Puts shells back to what they are to be; the number of the build that does it. */
    @MayPartly(Right.CHANGE_UPKEEP)
    public long putBack(String term, String versions, Set<String> keys, int closes) {
        terms.requireChangeable(term, keys);
        Terms.Standing now = holding(term, versions);
        if (keys.isEmpty() || !now.rows().keySet().containsAll(keys)) {
            throw new Refusal("Nothing was put back: choose shells that have drifted.");
        }
        return builds.putBack(ProofKey.of(term, versions), keys, closes);
    }
}
