package chalkline.core.sheets;

import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.CourseCode;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;

/**
 * What the columns of a sheet are: by their headings, else by what stands in them.
 *
 * @param header the row of headings, counted from 0; -1 where there is none
 * @param columns one for each column
 * @param days how days in numbers are read
 * @param daysSure whether some day can be meant in this way only, or none is in doubt
 */
public record SheetMatch(int header, List<SheetColumn> columns, SheetDays days, boolean daysSure) {
    private static final int LOOKED_AT = 10;
    private static final int SAMPLE = 200;
    /** The share of cells that must look alike for a column to be taken for what they look like. */
    private static final double ALIKE = 0.8;

    private static final Predicate<String> EMAIL =
            cell -> cell.matches("[^\\s@;,]+@[^\\s@;,]+(?:[;,]\\s*[^\\s@;,]+@[^\\s@;,]+)*");
    private static final Predicate<String> COURSE =
            cell -> CourseCode.of(cell).read() && cell.matches("[\\p{L}&]{2,8}[ -]?\\d{2,4}\\p{L}?");
    private static final Predicate<String> LABEL = cell -> cell.matches("0\\d{1,2}");
    private static final Predicate<String> MEETING =
            cell -> cell.matches(".*\\d{1,2}:\\d{2}.*") && !SheetDays.isDay(cell);
    private static final Set<String> DELIVERIES =
            Set.of("in person", "in-person", "online", "hybrid", "face to face", "remote", "blended");

    /**
     * Recognizes the columns.
     *
     * @param rows of one length, at least one
     * @param terms of the list in use
     */
    public static SheetMatch recognize(List<List<String>> rows, List<AcademicSession> terms) {
        int header = header(rows);
        List<List<String>> body = rows.subList(header + 1, Math.min(rows.size(), header + 1 + SAMPLE));
        List<SheetColumn> columns = new ArrayList<>();
        Set<SheetColumn> taken = new HashSet<>();
        int width = rows.get(0).size();
        for (int i = 0; i < width; i++) {
            SheetColumn named = header < 0
                    ? SheetColumn.NOTHING
                    : called(rows.get(header).get(i)).orElse(SheetColumn.NOTHING);
            int column = i;
            boolean addresses = named.field().equals(Optional.of(SheetField.INSTRUCTORS))
                    && alike(
                            body.stream()
                                    .map(row -> row.get(column))
                                    .filter(cell -> !cell.isEmpty())
                                    .toList(),
                            EMAIL);
            if (addresses) {
                // an address says who it is, where a name only says what somebody is called
                columns.replaceAll(one -> one.equals(named) ? SheetColumn.NOTHING : one);
                taken.remove(named);
            }
            // a second column of one name is for the person to say
            columns.add(named.key().isEmpty() || taken.add(named) ? named : SheetColumn.NOTHING);
        }
        for (int i = 0; i < width; i++) {
            boolean saysWhatItIs =
                    header >= 0 && called(rows.get(header).get(i)).isPresent();
            if (columns.get(i).key().isEmpty() && !saysWhatItIs) {
                int column = i;
                List<String> cells = body.stream()
                        .map(row -> row.get(column))
                        .filter(cell -> !cell.isEmpty())
                        .toList();
                looksLike(cells, terms, taken).ifPresent(found -> {
                    taken.add(found);
                    columns.set(column, found);
                });
            }
        }
        return withDays(header, columns, rows);
    }

    /** With the columns as a person, or an earlier sheet with these headings, says. */
    public static SheetMatch withDays(int header, List<SheetColumn> columns, List<List<String>> rows) {
        List<String> days = new ArrayList<>();
        for (int i = 0; i < columns.size(); i++) {
            if (columns.get(i).field().filter(SheetMatch::isDay).isPresent()) {
                for (List<String> row : rows.subList(header + 1, rows.size())) {
                    days.add(row.get(i));
                }
            }
        }
        Optional<SheetDays> sure = SheetDays.recognized(days);
        return new SheetMatch(
                header,
                List.copyOf(columns),
                sure.orElse(SheetDays.DAY_FIRST),
                sure.isPresent() || days.stream().noneMatch(SheetDays::isAmbiguous));
    }

    private static boolean isDay(SheetField field) {
        return field == SheetField.STARTS || field == SheetField.ENDS;
    }

    /** The first row of which most cells are headings that are known; without one, one of words above rows with numbers. */
    private static int header(List<List<String>> rows) {
        int best = -1;
        long most = 0;
        for (int i = 0; i < Math.min(LOOKED_AT, rows.size()); i++) {
            long known = rows.get(i).stream()
                    .filter(cell -> called(cell).isPresent())
                    .count();
            long filled = rows.get(i).stream().filter(cell -> !cell.isEmpty()).count();
            if (known > most && (known >= 2 || known == filled)) {
                best = i;
                most = known;
            }
        }
        if (best >= 0 || rows.size() < 2) {
            return best;
        }
        boolean words = rows.get(0).stream().allMatch(cell -> cell.matches("[^\\d@]+"));
        boolean numbersBelow = rows.get(1).stream().anyMatch(cell -> cell.matches(".*[\\d@].*"));
        return words && numbersBelow ? 0 : -1;
    }

    /** What a heading means; empty where it is not known. */
    static Optional<SheetColumn> called(String heading) {
        String plain = Text.collapse(Text.caseless(heading).replaceAll("[_/#:.*()]+", " "));
        if (plain.isEmpty()) {
            return Optional.empty();
        }
        for (SheetField field : SheetField.values()) {
            if (field.isCalled(plain)) {
                return Optional.of(SheetColumn.of(field));
            }
        }
        String original = Text.collapse(heading.replaceAll("[_:()]+", " "));
        for (String before : List.of("seats for ", "seats of ", "seats ")) {
            if (plain.startsWith(before)) {
                return Optional.of(SheetColumn.seatsOf(original.substring(before.length())));
            }
        }
        if (plain.endsWith(" seats")) {
            return Optional.of(SheetColumn.seatsOf(original.substring(0, original.length() - " seats".length())));
        }
        return Arrays.stream(Setting.values())
                .filter(setting -> Text.caseless(setting.key()).equals(plain.replace(" ", ""))
                        || Text.caseless(setting.plainName()).equals(plain))
                .findFirst()
                .map(SheetColumn::of);
    }

    private static Optional<SheetColumn> looksLike(
            List<String> cells, List<AcademicSession> terms, Set<SheetColumn> taken) {
        if (cells.isEmpty()) {
            return Optional.empty();
        }
        Set<String> codes = new HashSet<>();
        terms.forEach(term -> codes.add(Text.caseless(term.code())));
        List<SheetField> likely = new ArrayList<>();
        add(likely, SheetField.INSTRUCTORS, cells, EMAIL);
        add(likely, SheetField.TERM, cells, cell -> codes.contains(Text.caseless(cell)));
        add(likely, SheetField.COURSE, cells, COURSE);
        add(likely, SheetField.STARTS, cells, SheetDays::isDay);
        add(likely, SheetField.ENDS, cells, SheetDays::isDay);
        add(likely, SheetField.DELIVERY, cells, cell -> DELIVERIES.contains(Text.caseless(cell)));
        add(likely, SheetField.MEETS, cells, MEETING);
        add(likely, SheetField.SECTION, cells, LABEL);
        // a column of words without numbers or signs: the longest text of a course is its title
        add(likely, SheetField.TITLE, cells, cell -> cell.matches("\\p{L}[^@]{5,}") && cell.contains(" "));
        return likely.stream()
                .map(SheetColumn::of)
                .filter(column -> !taken.contains(column))
                .findFirst();
    }

    private static void add(List<SheetField> likely, SheetField field, List<String> cells, Predicate<String> looks) {
        if (alike(cells, looks)) {
            likely.add(field);
        }
    }

    private static boolean alike(List<String> cells, Predicate<String> looks) {
        return !cells.isEmpty() && cells.stream().filter(looks).count() >= ALIKE * cells.size();
    }
}
