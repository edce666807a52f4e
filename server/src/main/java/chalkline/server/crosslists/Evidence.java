package chalkline.server.crosslists;

import chalkline.core.arrivals.Section;
import chalkline.core.arrivals.Session;
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
        List<String> says = new ArrayList<>();
        switch (suggestion.tier()) {
            case LISTED -> {
                says.add("listed by the registrar as " + first.crossList());
                together(sections, says);
            }
            case SAME_MEETING -> says.add(names(first) + ", " + first.room() + ", " + first.meets() + ", all of them");
            case SAME_COURSE -> {
                says.add(names(first) + " teaches all of them");
                together(sections, says);
            }
        }
        if (!same(
                sections,
                section ->
                        section.sessions().stream().map(Session::code).sorted().collect(Collectors.joining("+")))) {
            says.add("different sessions");
        }
        return says;
    }

    private static void together(List<Section> sections, List<String> says) {
        String meets = sections.get(0).meets();
        if (!meets.isEmpty() && same(sections, Section::meets)) {
            String room = sections.get(0).room();
            says.add("same hours, " + meets + (same(sections, Section::room) && !room.isEmpty() ? " in " + room : ""));
        } else {
            String apart = sections.stream()
                    .map(Section::meets)
                    .filter(text -> !text.isEmpty())
                    .distinct()
                    .collect(Collectors.joining("; "));
            if (!apart.isEmpty()) {
                says.add("at different hours, " + apart);
            }
        }
    }

    private static boolean same(List<Section> sections, Function<Section, String> fact) {
        return sections.stream().map(fact).distinct().count() == 1;
    }

    /** Who teaches a section. */
    static String names(Section section) {
        return section.instructors().stream()
                .map(person -> person.givenName() + " " + person.familyName())
                .collect(Collectors.joining(", "));
    }
}
