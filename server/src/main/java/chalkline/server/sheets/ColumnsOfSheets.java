package chalkline.server.sheets;

import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Text;
import chalkline.core.sheets.SheetColumn;
import chalkline.core.sheets.SheetDays;
import chalkline.core.sheets.SheetField;
import chalkline.core.sheets.SheetMatch;
import chalkline.server.frame.Refusal;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;

/** What the columns of sheets are, with what somebody said of earlier ones. */
@Service
class ColumnsOfSheets {
    private final SaidColumnsOfAll said;

    ColumnsOfSheets(SaidColumnsOfAll said) {
        this.said = said;
    }

    /** Everything that a column may be. */
    @May(Right.READ_LISTS)
    public List<SheetViews.Column> all() {
        Stream<SheetColumn> fields = Arrays.stream(SheetField.values())
                .filter(field -> field != SheetField.SEATS)
                .map(field -> new SheetColumn(field.key()));
        Stream<SheetColumn> settings =
                Arrays.stream(Setting.values()).map(setting -> new SheetColumn("set:" + setting.key()));
        return Stream.concat(fields, settings).map(ColumnsOfSheets::view).toList();
    }

    static SheetViews.Column view(SheetColumn column) {
        return new SheetViews.Column(column.key(), column.plainName());
    }

    /** @param remembered whether it is as somebody said of a sheet with these headings */
    record Matched(SheetMatch match, boolean remembered) {}

    /** What the columns are: as it is said, else as it was said last, else as it looks. */
    Matched match(List<List<String>> rows, SheetViews.Rows wanted, RegistrarList list) {
        SheetMatch found = SheetMatch.recognize(rows, list.terms());
        int header = wanted.header() == null ? found.header() : wanted.header();
        if (header < -1 || header >= rows.size()) {
            throw new Refusal("header", 0, "There is no row " + (header + 1) + ".");
        }
        Optional<SaidColumns> before =
                wanted.columns() == null && header >= 0 ? said.findById(headings(rows.get(header))) : Optional.empty();
        List<SheetColumn> columns = found.columns();
        if (wanted.columns() != null || before.isPresent()) {
            columns = columns(
                    before.map(SaidColumns::columns).orElseGet(wanted::columns),
                    rows.get(0).size());
        } else if (header != found.header()) {
            columns = SheetMatch.recognize(rows.subList(Math.max(header, 0), rows.size()), list.terms())
                    .columns();
        }
        SheetMatch match = SheetMatch.withDays(header, columns, rows);
        SheetDays days = Optional.ofNullable(wanted.days())
                .or(() -> before.map(SaidColumns::days).filter(one -> !match.daysSure()))
                .orElse(match.days());
        return new Matched(
                new SheetMatch(header, columns, days, match.daysSure() || wanted.days() != null), before.isPresent());
    }

    private static List<SheetColumn> columns(List<String> keys, int width) {
        List<SheetColumn> columns = new ArrayList<>();
        for (int i = 0; i < width; i++) {
            SheetColumn column = i < keys.size() ? new SheetColumn(keys.get(i)) : SheetColumn.NOTHING;
            if (!column.isKnown()) {
                throw new Refusal("columns." + i, 0, "A column cannot be \"" + column.key() + "\".");
            }
            columns.add(column);
        }
        return columns;
    }

    private static String headings(List<String> cells) {
        try {
            String all = cells.stream().map(Text::codeKey).collect(Collectors.joining("\n"));
            return HexFormat.of()
                    .formatHex(MessageDigest.getInstance("SHA-256").digest(all.getBytes(StandardCharsets.UTF_8)));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    /** What it was taken for is known for the next sheet with these headings. */
    void remember(List<List<String>> rows, SheetMatch match) {
        if (match.header() >= 0) {
            said.save(new SaidColumns(
                    headings(rows.get(match.header())),
                    match.columns().stream().map(SheetColumn::key).toList(),
                    match.days()));
        }
    }

    /** All rows of one length, as the reader of sheets gives them. */
    static List<List<String>> squared(List<List<String>> rows) {
        int width = rows.stream().mapToInt(List::size).max().orElse(0);
        return rows.stream()
                .map(row -> {
                    List<String> cells =
                            new ArrayList<>(row.stream().map(Text::collapse).toList());
                    while (cells.size() < width) {
                        cells.add("");
                    }
                    return cells;
                })
                .map(List::copyOf)
                .toList();
    }
}
