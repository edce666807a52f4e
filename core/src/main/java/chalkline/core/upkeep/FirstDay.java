package chalkline.core.upkeep;

import chalkline.core.arrivals.Section;
import chalkline.core.calendar.IsoMoment;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Text;
import chalkline.core.proof.Action;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.SectionWindow;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * The check of a term for a day when students come: of every shell of which a section has begun by then and none has ended
 * before, what would embarrass. A shell that a stop keeps from being built is not built.
 */
public final class FirstDay {
    private final OffsetDateTime at;
    private final Map<String, ShellFacts> facts;
    private final Map<String, Set<String>> shellsOfSection = new HashMap<>();
    private final List<Finding> found = new ArrayList<>();

    /**
     * One thing about one shell.
     *
     * @param key the shell's key in the proof
     * @param detail what exactly, in ids, codes or moments; empty where the cause says it all
     */
    public record Finding(String key, FirstDayCause cause, String detail) {}

    /**
     * What a check found.
     *
     * @param shells how many shells it looked at
     * @param later how many it left out, since they begin after that day or are over
     */
    public record Result(int shells, int later, List<Finding> findings) {}

    private FirstDay(ZonedDateTime at, Map<String, ShellFacts> facts) {
        this.at = at.toOffsetDateTime();
        this.facts = facts;
    }

    /**
     * @param rows of the proof against what the LMS holds now
     * @param facts of shells, by their keys in the LMS
     * @param at the moment at which students come, in the campus's zone
     */
    public static Result check(Collection<ProofRow> rows, Map<String, ShellFacts> facts, ZonedDateTime at) {
        FirstDay check = new FirstDay(at, facts);
        rows.forEach(check::takeIn);
        int shells = 0;
        int later = 0;
        List<ProofRow> byKey = new ArrayList<>(rows);
        byKey.sort(Comparator.comparing(ProofRow::key, Text.BY_CODE_POINT));
        for (ProofRow row : byKey) {
            if (row.action() == Action.CLOSE || row.shell().isEmpty()) {
                continue;
            }
            if (isUnderWay(row, at.toLocalDate())) {
                shells++;
                check.judge(row);
            } else {
                later++;
            }
        }
        check.found.sort(Comparator.comparing(Finding::cause));
        return new Result(shells, later, List.copyOf(check.found));
    }

    private static boolean isUnderWay(ProofRow row, LocalDate day) {
        return row.shell().orElseThrow().sections().stream()
                .map(Section::days)
                .anyMatch(days -> !days.first().isAfter(day)
                        && days.last().filter(last -> last.isBefore(day)).isEmpty());
    }

    /** A closed shell doubles nothing. */
    private void takeIn(ProofRow row) {
        row.held()
                .filter(held -> !held.closed())
                .ifPresent(held -> held.sections()
                        .orElse(List.of())
                        .forEach(section -> shellsOfSection
                                .computeIfAbsent(section, id -> new TreeSet<>())
                                .add(held.code())));
    }

    private void add(ProofRow row, FirstDayCause cause, String detail) {
        found.add(new Finding(row.key(), cause, detail));
    }

    private void judge(ProofRow row) {
        Optional<HeldShell> standing = row.held();
        if (standing.isEmpty()) {
            add(row, FirstDayCause.NOT_BUILT, "");
            return;
        }
        HeldShell held = standing.get();
        if (row.staysClosed() && held.closed()) {
            return;
        }
        entry(row, held);
        people(row, facts.getOrDefault(held.key(), ShellFacts.NOTHING_TOLD));
        if (row.changed().contains(Setting.CODE) || row.changed().contains(Setting.TITLE)) {
            add(row, FirstDayCause.NAME_OFF, held.code() + " " + held.values().getOrDefault(Setting.TITLE, ""));
        }
        Set<String> others = new TreeSet<>();
        row.sections().forEach(section -> others.addAll(shellsOfSection.getOrDefault(section, Set.of())));
        others.remove(held.code());
        if (!others.isEmpty()) {
            add(row, FirstDayCause.DOUBLED, String.join(", ", others));
        }
    }

    private void entry(ProofRow row, HeldShell held) {
        HeldShell.Entry now = held.at(at);
        if (now != HeldShell.Entry.OPEN) {
            String since = now == HeldShell.Entry.LATER
                    ? held.values().getOrDefault(Setting.OPENS, "")
                    : now == HeldShell.Entry.OVER ? held.values().getOrDefault(Setting.CLOSES, "") : "";
            add(row, FirstDayCause.NOT_OPEN, since);
        } else {
            String hidden = held.sectionWindows().orElse(Map.of()).entrySet().stream()
                    .filter(entry -> isHidden(entry.getValue()) && hasBegun(row, entry.getKey()))
                    .map(Map.Entry::getKey)
                    .sorted(Text.BY_CODE_POINT)
                    .collect(Collectors.joining(" "));
            if (!hidden.isEmpty()) {
                add(row, FirstDayCause.HIDDEN, hidden);
            }
        }
    }

    private boolean isHidden(SectionWindow window) {
        return IsoMoment.read(window.opens()).filter(at::isBefore).isPresent()
                || IsoMoment.read(window.closes())
                        .filter(end -> !at.isBefore(end))
                        .isPresent();
    }

    /** A section that begins later may well have its students wait. */
    private boolean hasBegun(ProofRow row, String section) {
        LocalDate day = at.toLocalDate();
        return row.shell().orElseThrow().sections().stream()
                .filter(one -> one.id().equals(section))
                .map(Section::days)
                .anyMatch(days -> !days.first().isAfter(day)
                        && days.last().filter(last -> last.isBefore(day)).isEmpty());
    }

    private void people(ProofRow row, ShellFacts told) {
        told.instructors().ifPresent(instructors -> {
            if (instructors.isEmpty()) {
                add(row, FirstDayCause.NO_INSTRUCTOR, "");
            }
            told.beenIn().ifPresent(beenIn -> {
                String never = instructors.stream()
                        .filter(person -> !beenIn.contains(person))
                        .sorted(Text.BY_CODE_POINT)
                        .collect(Collectors.joining(" "));
                if (!never.isEmpty()) {
                    add(row, FirstDayCause.NEVER_IN, never);
                }
            });
        });
        told.content()
                .filter(content -> content != ShellFacts.Content.OWN)
                .ifPresent(content -> add(
                        row,
                        FirstDayCause.NO_CONTENT,
                        content == ShellFacts.Content.NONE ? "" : row.value(Setting.TEMPLATE)));
        if (told.students().isPresent() && told.students().getAsInt() == 0) {
            add(row, FirstDayCause.EMPTY_ROSTER, "");
        }
    }
}
