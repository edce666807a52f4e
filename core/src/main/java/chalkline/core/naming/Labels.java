package chalkline.core.naming;

import chalkline.core.arrivals.Section;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;

/**
 * The short names of a shell's courses and sections: {@code OCEA 410/510}, {@code 001–003/005} and both together. Beyond
 * {@code foldAt} courses or items they fold to a count.
 *
 * @param course subject and number of all courses
 * @param sections the section labels
 * @param label both
 */
public record Labels(String course, String sections, String label) {

    /** Sections by subject, number and label, each naturally; where all three tie by their code points, then by sourcedId. */
    public static final Comparator<Section> ORDER = by(Text.NATURAL_WITH_TIES)
            .thenComparing(by(Text.BY_CODE_POINT))
            .thenComparing(Section::id, Text.BY_CODE_POINT);

    private static Comparator<Section> by(Comparator<String> order) {
        return Comparator.comparing((Section section) -> section.code().subject(), order)
                .thenComparing(section -> section.code().number(), order)
                .thenComparing(Section::label, order);
    }

    private record Name(String subject, String number) {
        String text() {
            return number.isEmpty() ? subject : subject + " " + number;
        }
    }

    /** The labels of a shell with these sections, at least one. */
    public static Labels of(List<Section> sections, int foldAt) {
        return sections.size() == 1 && foldAt >= 1 ? of(sections.get(0)) : ofSeveral(sections, foldAt);
    }

    /** The labels of a section alone. */
    public static Labels of(Section section) {
        String course = new Name(section.code().subject(), section.code().number()).text();
        String label = section.label();
        return new Labels(course, label, label.isEmpty() ? course : course + "-" + label);
    }

    private static Labels ofSeveral(List<Section> sections, int foldAt) {
        Map<Name, Set<String>> labels = new LinkedHashMap<>();
        sections.stream()
                .sorted(ORDER)
                .forEach(section -> labels.computeIfAbsent(
                                new Name(
                                        section.code().subject(), section.code().number()),
                                name -> new LinkedHashSet<>())
                        .add(section.label()));
        Map<Name, List<String>> lists = new LinkedHashMap<>();
        labels.forEach((name, set) -> lists.put(
                name, ranges(set.stream().filter(label -> !label.isEmpty()).toList())));

        List<Name> names = List.copyOf(lists.keySet());
        boolean coursesFold = names.size() > foldAt;
        String course = coursesFold ? names.get(0).text() + " +" + (names.size() - 1) : courses(names);
        boolean equal = Set.copyOf(lists.values()).size() == 1;
        List<String> items = equal
                ? lists.get(names.get(0))
                : lists.values().stream().flatMap(List::stream).toList();
        boolean itemsFold = items.size() > foldAt;
        String count = sections.size() + " sections";
        String numbers = itemsFold ? count : String.join("/", items);
        String label;
        if (coursesFold || itemsFold) {
            label = course + " (" + count + ")";
        } else if (equal) {
            label = numbers.isEmpty() ? course : course + "-" + numbers;
        } else {
            label = apart(lists);
        }
        return new Labels(course, numbers, label);
    }

    private static String courses(List<Name> names) {
        Map<String, List<String>> numbers = new LinkedHashMap<>();
        for (Name name : names) {
            numbers.computeIfAbsent(name.subject(), subject -> new ArrayList<>())
                    .add(name.number());
        }
        if (numbers.size() > 1 && Set.copyOf(numbers.values()).size() == 1) {
            return joined(
                    String.join("/", numbers.keySet()),
                    numbers.values().iterator().next());
        }
        return numbers.entrySet().stream()
                .map(entry -> joined(entry.getKey(), entry.getValue()))
                .collect(Collectors.joining("/"));
    }

    private static String joined(String subject, List<String> numbers) {
        return new Name(
                        subject,
                        numbers.stream().filter(number -> !number.isEmpty()).collect(Collectors.joining("/")))
                .text();
    }

    /** Each course with its own list, the subject left out where it repeats the one before. */
    private static String apart(Map<Name, List<String>> lists) {
        List<String> pieces = new ArrayList<>();
        String before = null;
        for (Map.Entry<Name, List<String>> entry : lists.entrySet()) {
            Name name = entry.getKey();
            boolean repeats = name.subject().equals(before) && !name.number().isEmpty();
            String items = String.join("/", entry.getValue());
            pieces.add((repeats ? name.number() : name.text()) + (items.isEmpty() ? "" : "-" + items));
            before = name.subject();
        }
        return String.join("/", pieces);
    }

    /** Labels in order, where three or more consecutive numbers of one width become first–last. */
    static List<String> ranges(List<String> labels) {
        List<String> items = new ArrayList<>();
        int i = 0;
        while (i < labels.size()) {
            int end = i;
            while (end + 1 < labels.size() && follows(labels.get(end), labels.get(end + 1))) {
                end++;
            }
            if (end - i >= 2) {
                items.add(labels.get(i) + "–" + labels.get(end));
                i = end + 1;
            } else {
                items.add(labels.get(i));
                i++;
            }
        }
        return items;
    }

    private static boolean follows(String a, String b) {
        return a.length() == b.length()
                && !a.isEmpty()
                && a.length() < 19
                && a.chars().allMatch(Text::isDigit)
                && b.chars().allMatch(Text::isDigit)
                && Long.parseLong(b) == Long.parseLong(a) + 1;
    }
}
