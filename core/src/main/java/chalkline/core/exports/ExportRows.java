package chalkline.core.exports;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Text;
import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Shell;
import java.nio.charset.CharsetEncoder;
import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.util.Arrays;
import java.util.Collection;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashSet;
import java.util.Iterator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;

/**
 * The rows that an export profile makes of shells: one for each shell, section or enrollment. Rows of one shell that say the
 * same are one row.
 */
public final class ExportRows {
    private static final Comparator<Coded> BY_CODE = (a, b) -> {
        int order = Arrays.compareUnsigned(a.code, b.code);
        return order != 0 ? order : Text.BY_CODE_POINT.compare(a.row.key(), b.row.key());
    };

    private final ExportProfile profile;
    private final Said said;
    private final boolean anyLetter;
    private final boolean[] saysStatus;

    /**
     * A row.
     *
     * @param key what it is known by from one export to the next
     * @param shell the key of its shell
     * @param cells one for each column; empty where the column says how the row stands
     * @param facts what it was made of
     * @param leftOut why it is not written; empty where it is
     */
    public record Row(String key, String shell, List<String> cells, Facts facts, Optional<String> leftOut) {}

    /** A shell in the order of its code: in UTF-8, whose bytes stand in the order of code points. */
    private static final class Coded {
        private final byte[] code;
        private final ProofRow row;

        Coded(ProofRow row) {
            this.code = row.code().getBytes(StandardCharsets.UTF_8);
            this.row = row;
        }
    }

    /** Somebody in a section, as the key of a row names it. */
    public record Enrolled(String section, String role, String person) {
        private static final String BETWEEN = "\u001F";

        String key() {
            return String.join(BETWEEN, section, role, person);
        }

        /** How the key of every row of a person ends. */
        public static String endOf(String person) {
            return BETWEEN + person;
        }

        public static Enrolled of(String key) {
            String[] parts = key.split(BETWEEN, -1);
            return new Enrolled(parts[0], parts[1], parts[2]);
        }
    }

    /**
     * @param campus the zone of the campus
     * @param standing whether shells are said as the LMS holds them; else as the proof has them
     */
    public ExportRows(ExportProfile profile, ZoneId campus, boolean standing) {
        this.profile = profile;
        this.said = new Said(profile.words(), profile.words().zone().orElse(campus), standing);
        this.anyLetter = profile.form().kind() == ExportProfile.Kind.XLSX
                || profile.form().charset().name().startsWith("UTF-");
        this.saysStatus = new boolean[profile.columns().size()];
        for (int i = 0; i < saysStatus.length; i++) {
            saysStatus[i] = profile.columns().get(i).isStatus();
        }
    }

    /** The rows of shells, shell by shell, worked out on other threads ahead of their use. */
    public Iterator<Row> of(List<ProofRow> shells) {
        return new RowsAhead(this, shells);
    }

    /** The rows of a shell, in the order of its sections and of who is in them. */
    public void of(ProofRow row, Consumer<Row> to) {
        if (profile.rows() == ExportProfile.Rows.SHELLS) {
            to.accept(made(row.key(), said.shell(row)));
            return;
        }
        Set<List<String>> seen = new HashSet<>();
        Consumer<Row> once = made -> {
            if (seen.add(made.cells())) {
                to.accept(made);
            }
        };
        row.shell()
                .ifPresent(shell -> sections(row, shell).forEach(section -> {
                    if (profile.rows() == ExportProfile.Rows.SECTIONS) {
                        once.accept(made(section.id(), said.section(row, shell, section)));
                    } else {
                        people(row, shell, section, once);
                    }
                }));
    }

    /** Those that came into the standing shell; all of them where the LMS does not say. */
    private List<Section> sections(ProofRow row, Shell shell) {
        Optional<List<String>> there = said.standing() ? row.held().flatMap(held -> held.sections()) : Optional.empty();
        return there.isEmpty()
                ? shell.sections()
                : shell.sections().stream()
                        .filter(section -> there.get().contains(section.id()))
                        .toList();
    }

    private void people(ProofRow row, Shell shell, Section section, Consumer<Row> to) {
        Facts of = said.section(row, shell, section);
        section.instructors().forEach(person -> to.accept(enrollment(of, section, person, "instructor")));
        section.students().forEach(person -> to.accept(enrollment(of, section, person, "student")));
    }

    private Row enrollment(Facts of, Section section, Person person, String role) {
        return made(new Enrolled(section.id(), role, person.id()).key(), of.with(person, role));
    }

    private Row made(String key, Facts facts) {
        String[] cells = new String[saysStatus.length];
        Optional<String> leftOut = Optional.empty();
        for (int i = 0; i < cells.length; i++) {
            ExportProfile.Column column = profile.columns().get(i);
            cells[i] = saysStatus[i] ? "" : facts.render(column.value());
            if (leftOut.isEmpty() && !saysStatus[i]) {
                leftOut = wrong(column, cells[i]);
            }
        }
        return new Row(key, facts.shellKey(), Collections.unmodifiableList(Arrays.asList(cells)), facts, leftOut);
    }

    private Optional<String> wrong(ExportProfile.Column column, String cell) {
        if (column.needed() && cell.isEmpty()) {
            return Optional.of(column.heading() + " is empty");
        }
        if (column.longest() > 0 && cell.length() > column.longest() && Text.length(cell) > column.longest()) {
            return Optional.of(column.heading() + " has " + Text.length(cell) + " characters; at most "
                    + column.longest() + " are taken");
        }
        if (!anyLetter && !profile.form().charset().newEncoder().canEncode(cell)) {
            return Optional.of(column.heading() + " has \"" + foreign(cell) + "\", which "
                    + profile.form().charset().name() + " does not have");
        }
        return Optional.empty();
    }

    private String foreign(String cell) {
        CharsetEncoder encoder = profile.form().charset().newEncoder();
        return cell.codePoints()
                .mapToObj(Character::toString)
                .filter(letter -> !encoder.canEncode(letter))
                .findFirst()
                .orElse(cell);
    }

    /**
     * The shells that an export has rows of, in the order of their codes: those that stand, or those that a build could
     * make.
     */
    public static List<ProofRow> written(Collection<ProofRow> proof, boolean standing) {
        Coded[] coded = proof.stream()
                .filter(row -> isWritten(row, standing))
                .map(Coded::new)
                .toArray(Coded[]::new);
        Arrays.parallelSort(coded, BY_CODE);
        return Arrays.stream(coded).map(one -> one.row).toList();
    }

    /** Whether an export has rows of a shell. */
    public static boolean isWritten(ProofRow row, boolean standing) {
        return standing ? row.held().isPresent() : !row.value(Setting.CODE).isEmpty();
    }
}
