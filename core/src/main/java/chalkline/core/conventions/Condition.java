package chalkline.core.conventions;

import chalkline.core.arrivals.Org;
import chalkline.core.arrivals.Section;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** What a layer can ask of a section. Every condition but the level compares text without regard to case. */
public enum Condition {
    COLLEGE("college", section -> names(section.college())),
    DEPARTMENT("department", section -> names(section.department())),
    PART("part", section -> section.part().stream().flatMap(part -> Stream.of(part.code(), part.title()))),
    SUBJECT("subject", section -> Stream.of(section.code().subject())),
    COURSE(
            "course",
            section -> section.code().number().isEmpty()
                    ? Stream.of(section.code().subject())
                    : Stream.of(section.code().subject() + " " + section.code().number())),
    LEVEL("level", section -> Stream.empty()),
    DELIVERY("delivery", section -> Stream.of(section.delivery())),
    CAMPUS("campus", section -> Stream.of(section.campus())),
    TAG("tag", section -> section.tags().stream()),
    SECTION("section", section -> Stream.of(section.id())),
    INSTRUCTOR("instructor", section -> section.primaryInstructor().map(person -> person.id()).stream());

    private static final Map<String, Condition> BY_KEY =
            Arrays.stream(values()).collect(Collectors.toMap(Condition::key, condition -> condition));

    private final String key;
    private final Function<Section, Stream<String>> facts;

    Condition(String key, Function<Section, Stream<String>> facts) {
        this.key = key;
        this.facts = facts;
    }

    public String key() {
        return key;
    }

    /** The texts of the section that a value is compared with; none for the level, which is a number. */
    public Stream<String> facts(Section section) {
        return facts.apply(section);
    }

    public static Optional<Condition> named(String key) {
        return Optional.ofNullable(BY_KEY.get(key));
    }

    private static Stream<String> names(Org org) {
        return Stream.of(org.code(), org.name());
    }
}
