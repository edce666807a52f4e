package chalkline.server.nights;

import chalkline.core.conventions.Setting;
import chalkline.core.conventions.ShellField;
import chalkline.core.naming.Text;
import chalkline.core.proof.Action;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.ShellPart;
import chalkline.server.lms.Lms;
import chalkline.server.lms.LmsReading;
import chalkline.server.lms.Members;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * Of what kinds the changes of shells are. What does not come from the list, such as an edit of the conventions or what
 * somebody did in the LMS, is of the kind that waits for a person.
 */
@Component
class Kinds {
    private static final int SHELLS_A_CALL = 25;

    private final LmsReading lms;

    Kinds(LmsReading lms) {
        this.lms = lms;
    }

    /**
     * The kinds of each row's changes, by key.
     *
     * @param rows of the proof of the later list, each with something to be done
     * @param before the rows of the proof of the list before, under the same conventions
     * @param gone shells that stood in the LMS and were deleted there
     */
    Map<String, Set<Kind>> of(List<ProofRow> rows, Map<String, ProofRow> before, Set<String> gone) {
        Map<String, Set<Kind>> kinds = new HashMap<>();
        List<ProofRow> people = new ArrayList<>();
        Map<String, String> codes = new HashMap<>();
        rows.forEach(row -> row.held().ifPresent(held -> codes.put(Text.codeKey(held.code()), row.key())));
        for (ProofRow row : rows) {
            Set<Kind> its = of(row, before.get(row.key()), gone);
            // who has the code now is renamed or closed first, by a person or with it
            if (!row.key().equals(codes.getOrDefault(Text.codeKey(row.code()), row.key()))) {
                its.add(Kind.OTHER);
            }
            kinds.put(row.key(), its);
            if (row.action() == Action.CHANGE && row.changed().contains(ShellPart.PEOPLE)) {
                people.add(row);
            }
        }
        for (int from = 0; from < people.size(); from += SHELLS_A_CALL) {
            List<ProofRow> some = people.subList(from, Math.min(people.size(), from + SHELLS_A_CALL));
            List<List<Lms.Member>> there = lms.people(
                    some.stream().map(row -> row.held().orElseThrow().key()).toList());
            for (int i = 0; i < some.size(); i++) {
                moves(
                        some.get(i),
                        there.get(i),
                        Objects.requireNonNull(kinds.get(some.get(i).key())));
            }
        }
        return kinds;
    }

    private static Set<Kind> of(ProofRow row, ProofRow was, Set<String> gone) {
        Set<Kind> kinds = EnumSet.noneOf(Kind.class);
        if (row.action() == Action.BUILD) {
            kinds.add(was == null && !gone.contains(row.key()) ? Kind.NEW_SECTIONS : Kind.OTHER);
        } else if (row.action() == Action.CHANGE) {
            row.changed().stream()
                    .filter(field -> field != ShellPart.PEOPLE)
                    .forEach(field -> kinds.add(of(field, row, was)));
        } else {
            kinds.add(Kind.OTHER);
        }
        return kinds;
    }

    private static Kind of(ShellField field, ProofRow row, ProofRow was) {
        if (was == null) {
            return Kind.OTHER;
        }
        if (field == ShellPart.SECTION_WINDOWS) {
            return row.sectionWindows().equals(was.sectionWindows()) ? Kind.OTHER : Kind.DATES;
        }
        if (!(field instanceof Setting setting) || row.value(setting).equals(was.value(setting))) {
            return Kind.OTHER;
        }
        return setting == Setting.OPENS || setting == Setting.CLOSES ? Kind.DATES : Kind.NAMES;
    }

    private static void moves(ProofRow row, List<Lms.Member> now, Set<Kind> kinds) {
        Set<Lms.Member> there = Members.throughSections(now);
        Set<Lms.Member> wanted = Members.of(row.shell().orElseThrow());
        Set<Lms.Member> come = new HashSet<>(wanted);
        come.removeAll(there);
        Set<Lms.Member> leave = new HashSet<>(there);
        leave.removeAll(wanted);
        come.forEach(member -> kinds.add(isStudent(member) ? Kind.ADDS : Kind.INSTRUCTORS));
        leave.forEach(member -> kinds.add(isStudent(member) ? Kind.DROPS : Kind.INSTRUCTORS));
    }

    private static boolean isStudent(Lms.Member member) {
        return member.role().equals("student");
    }
}
