package chalkline.server.crosslists;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.crosslists.Suggestion;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import java.util.stream.Collectors;

/** Says in words why sections look as if they were taught together, and what speaks against it. */
final class Evidence {
    private Evidence() {}

    static List<String> of(Suggestion suggestion) {
        Section first = suggestion.lead();
        List<Section> sections = suggestion.sections();
        List<String> message = new ArrayList<>();
        switch (suggestion.tier()) {
            case LISTED -> {
                message.add("listed by the registrar as " + first.crossList());
                together(sections, message);
            }
            case SAME_MEETING ->
                message.add(names(first) + ", " + first.room() + ", " + first.meets() + ", all of them");
            case SAME_COURSE -> {
                message.add(names(first) + " teaches all of them");
                together(sections, message);
            }
        }
        if (!same(
                sections,
                section -> section.sessions().stream()
                        .map(AcademicSession::code)
                        .sorted()
                        .collect(Collectors.joining("+")))) {
            message.add("different sessions");
        }
        return message;
    }

    private static void together(List<Section> sections, List<String> message) {
        String meets = sections.get(0).meets();
        if (!meets.isEmpty() && same(sections, Section::meets)) {
            String room = sections.get(0).room();
            message.add(
                    "same hours, " + meets + (same(sections, Section::room) && !room.isEmpty() ? " in " + room : ""));
        } else {
            String apart = sections.stream()
                    .map(Section::meets)
                    .filter(text -> !text.isEmpty())
                    .distinct()
                    .collect(Collectors.joining("; "));
            if (!apart.isEmpty()) {
                message.add("at different hours, " + apart);
            }
        }
    }

    private static boolean same(List<Section> sections, Function<Section, String> fact) {
        return sections.stream().map(fact).distinct().count() == 1;
    }

    /** Who teaches a section. */
    static String names(Section section) {
        return section.instructors().stream().map(Person::fullName).collect(Collectors.joining(", "));
    }
}
