package chalkline.core.arrivals;

import java.util.Collections;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;

/**
 * A class as the registrar lists it, before its facts are worked out. All text is trimmed.
 *
 * @param sessionIds its academic sessions in the order named, at least one
 * @param facts those that are not empty
 */
public record ListedClass(
        String id,
        String title,
        String courseId,
        String classCode,
        List<String> sessionIds,
        Map<ClassFact, String> facts) {

    public ListedClass {
        Map<ClassFact, String> said = new EnumMap<>(ClassFact.class);
        facts.forEach((fact, text) -> {
            if (!text.isEmpty()) {
                said.put(fact, text);
            }
        });
        facts = Collections.unmodifiableMap(said);
    }

    /** Empty where the list does not say it. */
    public String fact(ClassFact fact) {
        return facts.getOrDefault(fact, "");
    }
}
