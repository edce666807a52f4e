package chalkline.core.proof;

import chalkline.core.arrivals.Section;
import chalkline.core.naming.Digest;
import chalkline.core.naming.Text;
import java.util.Collection;
import java.util.HashSet;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.ConcurrentHashMap;
import java.util.stream.Collectors;

/**
 * Who is in sections, as one digest a section: rosters compare by it without anybody's name being sent. Each section's is
 * worked out once.
 */
public final class Rosters {
    /** The digest of nobody. */
    public static final String NOBODY = digest(Set.of());

    private final Map<String, String> bySection = new ConcurrentHashMap<>();

    /** Someone in a section: {@code instructor} or {@code student}, and the person's sourcedId. */
    public record In(String role, String user) {}

    /**
     * SHA-256 in small hexadecimal digits of the lines {@code role user}, each once, in the order of their code points and
     * ended by a line feed, in UTF-8.
     */
    public static String digest(Collection<In> people) {
        return Digest.of(people.stream()
                .map(in -> in.role() + " " + in.user() + "\n")
                .distinct()
                .sorted(Text.BY_CODE_POINT)
                .collect(Collectors.joining()));
    }

    /** Digests of those whom some sections bring into their shell, by section. */
    public static Map<String, String> of(Collection<Section> sections) {
        Map<String, String> rosters = new TreeMap<>();
        sections.forEach(section -> rosters.put(section.id(), digestOf(section)));
        return rosters;
    }

    private String of(Section section) {
        return bySection.computeIfAbsent(section.id(), id -> digestOf(section));
    }

    private static String digestOf(Section section) {
        Set<In> people = new HashSet<>();
        section.instructors().forEach(person -> people.add(new In("instructor", person.id())));
        section.students().forEach(person -> people.add(new In("student", person.id())));
        return digest(people);
    }

    /**
     * Whether those who are to be in sections are in them, and nobody came through any other section.
     *
     * @param held digests by section; a section without one has nobody
     */
    boolean are(Collection<Section> sections, Map<String, String> held) {
        Set<String> known = new HashSet<>();
        for (Section section : sections) {
            known.add(section.id());
            if (!of(section).equals(held.getOrDefault(section.id(), NOBODY))) {
                return false;
            }
        }
        return held.entrySet().stream()
                .allMatch(entry ->
                        known.contains(entry.getKey()) || entry.getValue().equals(NOBODY));
    }
}
