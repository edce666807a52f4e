package chalkline.core.conventions;

import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Section;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;

/** What a layer can ask of a section. Every condition but the level compares text without regard to case. */
public enum Condition {
    COLLEGE("college", section -> names(section.college())),
    DEPARTMENT("department", section -> names(section.department())),
    PART(
            "part",
            section -> section.part()
                    .map(part -> List.of(part.code(), part.title()))
                    .orElse(List.of())),
    SUBJECT("subject", section -> List.of(section.code().subject())),
    COURSE("course", section -> List.of(section.courseName())),
    LEVEL("level", section -> List.of()),
    DELIVERY("delivery", section -> List.of(section.delivery())),
    CAMPUS("campus", section -> List.of(section.campus())),
    TAG("tag", section -> section.tags()),
    SECTION("section", section -> List.of(section.id())),
    INSTRUCTOR(
            "instructor",
            section -> section.primaryInstructor()
                    .map(person -> List.of(person.id()))
                    .orElse(List.of()));

    private static final Map<String, Condition> BY_KEY =
            Arrays.stream(values()).collect(Collectors.toMap(Condition::key, condition -> condition));

    private final String key;
    private final Function<Section, List<String>> facts;

    Condition(String key, Function<Section, List<String>> facts) {
        this.key = key;
        this.facts = facts;
    }

    public String key() {
        return key;
    }

    /** The texts of the section that a value is compared with; none for the level, which is a number. */
    public List<String> facts(Section section) {
        return facts.apply(section);
    }

    public static Optional<Condition> named(String key) {
        return Optional.ofNullable(BY_KEY.get(key));
    }

    private static List<String> names(Org org) {
        return List.of(org.code(), org.name());
    }
}
