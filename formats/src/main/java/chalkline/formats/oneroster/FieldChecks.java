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
    private final Map<String, Optional<LocalDate>> days = new HashMap<>();

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
        return date(row, column, row.get(column));
    }

    Optional<LocalDate> date(Row row, String column, String text) {
        if (text.isEmpty()) {
            return Optional.empty();
        }
        Optional<LocalDate> day = days.computeIfAbsent(text, FieldChecks::day);
        if (day.isEmpty()) {
            row.fault(column, "\"" + text + "\" is no day; write YYYY-MM-DD");
        }
        Optional<String> outside = day.flatMap(Bounds::outside);
        outside.ifPresent(reason -> row.fault(column, reason));
        return outside.isPresent() ? Optional.empty() : day;
    }

    private static Optional<LocalDate> day(String text) {
        try {
            return text.length() == "YYYY-MM-DD".length() ? Optional.of(LocalDate.parse(text)) : Optional.empty();
        } catch (DateTimeException noSuchDay) {
            return Optional.empty();
        }
    }

    /** Tells a field that names a row which is not in its file. */
    void names(Row row, String column, Set<String> ids, Layout in) {
        names(row, column, row.get(column), ids, in);
    }

    void names(Row row, String column, String id, Set<String> ids, Layout in) {
        boolean unreadable =
                broken.contains(in) || brokenRows.getOrDefault(in, Set.of()).contains(id);
        if (!id.isEmpty() && !ids.contains(id) && !unreadable) {
            row.fault(column, "there is no row with the id \"" + id + "\" in " + in.file());
        }
    }
}
