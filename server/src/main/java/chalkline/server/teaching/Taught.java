package chalkline.server.teaching;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.naming.Labels;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** What each person teaches in a term, found once for all who ask. */
final class Taught {
    private final Map<String, List<Section>> byPerson = new HashMap<>();
    private final Map<String, List<Section>> untaught = new HashMap<>();
    private final Map<String, ProofRow> rows = new HashMap<>();

    Taught(Proof proof) {
        for (Section section : proof.sections().stream().sorted(Labels.ORDER).toList()) {
            if (section.instructors().isEmpty()) {
                add(untaught, section.course().id(), section);
            }
            Set<String> once = new HashSet<>();
            for (Person person : section.instructors()) {
                if (once.add(person.id())) {
                    add(byPerson, person.id(), section);
                }
            }
        }
        proof.rows().stream()
                .filter(row -> row.shell().isPresent())
                .forEach(row -> row.sections().forEach(section -> rows.put(section, row)));
    }

    private static void add(Map<String, List<Section>> lists, String key, Section section) {
        lists.computeIfAbsent(key, one -> new ArrayList<>()).add(section);
    }

    /** The sections that a person teaches, by sourcedId, in the order of their labels. */
    List<Section> of(String person) {
        return byPerson.getOrDefault(person, List.of());
    }

    /** Sections of a course that nobody teaches, in the order of their labels. */
    List<Section> untaught(String course) {
        return untaught.getOrDefault(course, List.of());
    }

    /** The rows of the shells of all sections, by the sections' sourcedIds. */
    Map<String, ProofRow> rows() {
        return rows;
    }
}
