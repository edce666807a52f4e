package chalkline.core.templates;

import chalkline.core.arrivals.CourseCode;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Plain;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Shell;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * The shells of other terms, by the courses that they were for. A shell is known to be for a course by its key, where it
 * was made for a course or an instructor, else by its code or title, where the course stands in it as words of its own.
 */
public final class EarlierShells {
    private static final Comparator<Found> LATEST_FIRST = Comparator.comparing(Found::sameInstructor)
            .thenComparing(Found::opened)
            .reversed()
            .thenComparing(found -> found.shell().key());

    /** Shells, by their keys, by pairs of words of their codes and titles and by the ids of their courses. */
    private final Map<String, Map<String, HeldShell>> byWords = new HashMap<>();

    private final Map<String, Map<String, HeldShell>> byCourse = new HashMap<>();
    private final Map<String, List<String>> instructors;

    /**
     * An earlier shell of a course.
     *
     * @param opened when it opened
     * @param evidence why it is taken for the one, in sentences
     */
    public record Found(HeldShell shell, boolean sameInstructor, Instant opened, List<String> evidence) {}

    /**
     * @param held the shells of all terms
     * @param instructors sourcedIds of those who teach in them, by key; shells of which it is not known are left out
     */
    public EarlierShells(List<HeldShell> held, Map<String, List<String>> instructors) {
        this.instructors = instructors;
        for (HeldShell shell : held) {
            if (shell.isMaster()) {
                continue;
            }
            courseOf(shell).ifPresent(id -> put(byCourse, id, shell));
            for (String text : List.of(shell.code(), shell.values().getOrDefault(Setting.TITLE, ""))) {
                String[] words = Plain.slug(text).split("-");
                for (int i = 0; i + 1 < words.length; i++) {
                    put(byWords, words[i] + "-" + words[i + 1], shell);
                }
            }
        }
    }

    private static void put(Map<String, Map<String, HeldShell>> map, String key, HeldShell shell) {
        map.computeIfAbsent(key, k -> new HashMap<>()).put(shell.key(), shell);
    }

    /** Keys {@code c:course:term} and {@code i:course:term:instructor} name the course. */
    private static Optional<String> courseOf(HeldShell shell) {
        String end = ":" + shell.term();
        String key = shell.key();
        int at = key.lastIndexOf(end);
        boolean named = (key.startsWith("c:") || key.startsWith("i:")) && at > 2;
        return named ? Optional.of(key.substring(2, at)) : Optional.empty();
    }

    /** The earlier shells of a shell's course, those of the same instructor first, then the latest first. */
    public List<Found> all(Shell shell) {
        Section lead = shell.lead();
        Map<String, Found> found = new HashMap<>();
        for (HeldShell held :
                byCourse.getOrDefault(lead.course().id(), Map.of()).values()) {
            found(shell, held, "It was made for this course.").ifPresent(one -> found.put(held.key(), one));
        }
        String number = lead.code().number();
        String course = Plain.slug(lead.code().subject() + " " + number);
        if (!number.isEmpty() && course.contains("-")) {
            String[] words = course.split("-");
            String pair = words[words.length - 2] + "-" + words[words.length - 1];
            String name = lead.code().subject() + " " + number;
            for (HeldShell held : byWords.getOrDefault(pair, Map.of()).values()) {
                evidence(held, course, name)
                        .flatMap(evidence -> found(shell, held, evidence))
                        .ifPresent(one -> found.putIfAbsent(held.key(), one));
            }
        }
        return found.values().stream().sorted(LATEST_FIRST).toList();
    }

    /** A shell whose code or title names a course. */
    public record Named(String term, String code, String title, Instant opened) {}

    /** The shells that name a course, of all terms, those that opened latest first. */
    public List<Named> naming(CourseCode course) {
        String slug = Plain.slug(course.subject() + " " + course.number());
        if (course.number().isEmpty() || !slug.contains("-")) {
            return List.of();
        }
        String[] words = slug.split("-");
        String pair = words[words.length - 2] + "-" + words[words.length - 1];
        List<Named> named = new ArrayList<>();
        for (HeldShell held : byWords.getOrDefault(pair, Map.of()).values()) {
            Optional<Instant> opened = opened(held);
            if (opened.isPresent() && evidence(held, slug, course.name()).isPresent()) {
                String title = held.values().getOrDefault(Setting.TITLE, held.code());
                named.add(new Named(held.term(), held.code(), title, opened.get()));
            }
        }
        named.sort(Comparator.comparing(Named::opened).reversed().thenComparing(Named::code));
        return named;
    }

    private static Optional<String> evidence(HeldShell held, String course, String name) {
        if (names(held.code(), course)) {
            return Optional.of("Its code " + held.code() + " names " + name + ".");
        }
        boolean titled = names(held.values().getOrDefault(Setting.TITLE, ""), course);
        return titled ? Optional.of("Its title names " + name + ".") : Optional.empty();
    }

    private static boolean names(String text, String course) {
        return ("-" + Plain.slug(text) + "-").contains("-" + course + "-");
    }

    private Optional<Found> found(Shell shell, HeldShell held, String evidence) {
        Optional<Instant> opened = opened(held);
        boolean earlier = !held.term().equals(shell.lead().term().code())
                && opened.isPresent()
                && opened.get().isBefore(firstDay(shell));
        if (!earlier) {
            return Optional.empty();
        }
        Optional<Person> primary = shell.instructors().stream().findFirst();
        boolean same = primary.filter(person -> taught(held, person.id())).isPresent();
        List<String> sentences = new ArrayList<>(List.of(evidence));
        sentences.add(
                same
                        ? "%s %s taught it, as now."
                                .formatted(
                                        primary.get().givenName(), primary.get().familyName())
                        : "It was taught by somebody else.");
        return Optional.of(new Found(held, same, opened.get(), sentences));
    }

    private boolean taught(HeldShell held, String person) {
        return instructors.getOrDefault(held.key(), List.of()).contains(person)
                || (held.key().startsWith("i:") && held.key().endsWith(":" + held.term() + ":" + person));
    }

    private static Instant firstDay(Shell shell) {
        return shell.lead().term().start().atStartOfDay(ZoneOffset.UTC).toInstant();
    }

    private static Optional<Instant> opened(HeldShell held) {
        return held.moment(Setting.OPENS).map(OffsetDateTime::toInstant);
    }
}
