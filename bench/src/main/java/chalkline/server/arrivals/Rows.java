package chalkline.server.arrivals;

import chalkline.core.arrivals.RegistrarList;
import java.util.ArrayList;
import java.util.Collection;
import java.util.List;
import java.util.function.Function;

/** The rows of a list's three large tables as text. */
record Rows(RegistrarList list, long arrival) {

    record Table(String name, List<List<String>> rows) {}

    List<Table> tables() {
        AsJson.OfFacts facts = new AsJson.OfFacts();
        return List.of(
                new Table(
                        "listed_class",
                        numbered(
                                list.classes().values(),
                                row -> List.of(
                                        row.id(),
                                        row.title(),
                                        row.courseId(),
                                        row.classCode(),
                                        String.join(",", row.sessionIds()),
                                        facts.convertToDatabaseColumn(row.facts())))),
                new Table(
                        "listed_person",
                        numbered(
                                list.people().values(),
                                row -> List.of(
                                        row.id(),
                                        row.enabled() ? "1" : "0",
                                        row.username(),
                                        row.givenName(),
                                        row.familyName(),
                                        row.identifier(),
                                        row.email()))),
                new Table("listed_enrollment", numbered(list.enrollments(), StoreTimer::enrollment)));
    }

    private <T> List<List<String>> numbered(Collection<T> rows, Function<T, List<String>> fields) {
        List<List<String>> all = new ArrayList<>(rows.size());
        for (T row : rows) {
            List<String> line = new ArrayList<>(List.of(Long.toString(arrival), Integer.toString(all.size())));
            line.addAll(fields.apply(row));
            all.add(line);
        }
        return all;
    }
}
