package chalkline.formats.oneroster;

import chalkline.core.Bounds;
import chalkline.formats.oneroster.Table.Row;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** What fields of all files have in common: days, and ids that name a row of another file. */
final class FieldChecks {
    private final Set<Layout> broken = new HashSet<>();
    private final Map<Layout, Set<String>> brokenRows = new EnumMap<>(Layout.class);
    /** By how they are written; hundreds of thousands of enrollments share a few. */
    private final Map<String, Day> days = new HashMap<>();

    /** What a field says, or why that is no day. */
    record Day(String text, Optional<LocalDate> date, Optional<String> wrong) {}

    /**
     * Takes note of a file, for references to it.
     *
     * @param whole whether all of it could be read, so that an id that is not in it is really missing
     * @param brokenIds of rows that could not be read
     */
    void fileWasRead(Layout layout, boolean whole, Set<String> brokenIds) {
        if (!whole) {
            broken.add(layout);
        }
        brokenRows.put(layout, brokenIds);
    }

    /** The day that a field gives; empty where it is empty or, which is told, no day. */
    Optional<LocalDate> date(Row row, String column) {
        Day day = day(row.get(column));
        tell(row, column, day);
        return day.date();
    }

    /** Tells a field that is no day. */
    void tell(Row row, String column, Day day) {
        if (day.wrong().isPresent()) {
            row.fault(column, day.wrong().get());
        }
    }

    Day day(String text) {
        return days.computeIfAbsent(text, FieldChecks::read);
    }

    private static Day read(String text) {
        if (text.isEmpty()) {
            return new Day("", Optional.empty(), Optional.empty());
        }
        try {
            if (text.length() == "YYYY-MM-DD".length()) {
                LocalDate date = LocalDate.parse(text);
                Optional<String> outside = Bounds.outside(date);
                return new Day(text, outside.isPresent() ? Optional.empty() : Optional.of(date), outside);
            }
        } catch (DateTimeException noSuchDay) {
            // told below, as one that is too long
        }
        return new Day(text, Optional.empty(), Optional.of("\"" + text + "\" is no day; write YYYY-MM-DD"));
    }

    /** Tells a field that names a row which is not in its file. */
    void names(Row row, String column, Set<String> ids, Layout in) {
        names(row, column, row.get(column), ids, in);
    }

    void names(Row row, String column, String id, Set<String> ids, Layout in) {
        if (id.isEmpty() || ids.contains(id)) {
            return;
        }
        boolean unreadable =
                broken.contains(in) || brokenRows.getOrDefault(in, Set.of()).contains(id);
        if (!unreadable) {
            row.fault(column, "there is no row with the id \"" + id + "\" in " + in.file());
        }
    }
}
