package chalkline.core.conventions;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Sections;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The moves of some conventions over a list: sections that match are under another department before any layer, token or
 * check looks at them. Of several moves that match, the last wins; their conditions look at the registrar's own facts.
 */
public final class Moves {
    private final List<Ready> ready;

    private record Ready(When when, Org department, Optional<Org> college, Optional<LocalDate> since) {}

    private Moves(List<Ready> ready) {
        this.ready = ready;
    }

    /** Names in the moves that the list does not have; with any, the moves cannot be applied. */
    public static List<Unmatched> unknown(RegistrarList list, Conventions conventions) {
        List<Unmatched> unknown = new ArrayList<>();
        List<Move> moves = conventions.moves();
        for (int i = 0; i < moves.size(); i++) {
            Move move = moves.get(i);
            if (department(list, move).isEmpty()) {
                unknown.add(new Unmatched(
                        "moves/" + i + "/to", "the list has no organization with the code \"" + move.to() + "\""));
            }
            if (move.college().isPresent() && org(list, move.college().get()).isEmpty()) {
                unknown.add(new Unmatched(
                        "moves/" + i + "/college",
                        "the list has no organization with the code \""
                                + move.college().get() + "\""));
            }
            if (move.since().isPresent() && since(list, move.since().get()).isEmpty()) {
                String text = move.since().get();
                unknown.add(new Unmatched(
                        "moves/" + i + "/since", "\"" + text + "\" is neither a day nor a term of the list"));
            }
        }
        return unknown;
    }

    /** The moves, ready for sections of the list. Those that name what it does not have are left out. */
    public static Moves of(RegistrarList list, Conventions conventions) {
        List<Ready> ready = new ArrayList<>();
        for (Move move : conventions.moves()) {
            Optional<Org> to = department(list, move);
            Optional<Org> college = move.college().flatMap(code -> org(list, code));
            Optional<LocalDate> since = move.since().flatMap(text -> since(list, text));
            if (to.isPresent()
                    && since.isPresent() == move.since().isPresent()
                    && college.isPresent() == move.college().isPresent()) {
                Optional<Org> ofList = org(list, move.to()).map(org -> Sections.collegeOf(list, org));
                ready.add(new Ready(move.when(), to.get(), college.or(() -> ofList), since));
            }
        }
        return new Moves(ready);
    }

    /** The section under the department that the moves put it under. */
    public Section apply(Section section) {
        for (int i = ready.size() - 1; i >= 0; i--) {
            Ready move = ready.get(i);
            boolean begun = move.since().isEmpty()
                    || !section.term().start().isBefore(move.since().get());
            if (begun && move.when().matches(section)) {
                return section.in(move.department(), move.college().orElseGet(section::college));
            }
        }
        return section;
    }

    public List<Section> apply(List<Section> sections) {
        return ready.isEmpty() ? sections : sections.stream().map(this::apply).toList();
    }

    /** The list's, or one that is yet to come; under the name that the move gives it. */
    private static Optional<Org> department(RegistrarList list, Move move) {
        Optional<Org> listed = org(list, move.to());
        if (move.name().isEmpty()) {
            return listed;
        }
        String name = move.name().get();
        return Optional.of(listed.map(org -> new Org(org.id(), org.code(), name, org.type(), org.parentId()))
                .orElseGet(() -> new Org(move.to(), move.to(), name, "department", "")));
    }

    private static Optional<Org> org(RegistrarList list, String code) {
        return list.orgs().values().stream()
                .filter(org -> org.code().equals(code))
                .findFirst();
    }

    private static Optional<LocalDate> since(RegistrarList list, String text) {
        Optional<LocalDate> start = list.term(text).map(AcademicSession::start);
        if (start.isPresent()) {
            return start;
        }
        try {
            return Optional.of(LocalDate.parse(text));
        } catch (DateTimeException noDay) {
            return Optional.empty();
        }
    }
}
