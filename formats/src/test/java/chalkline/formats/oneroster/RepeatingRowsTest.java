package chalkline.formats.oneroster;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.Enrollment;
import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.FieldMismatchStrategy;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** What rows have in common with those above them is not looked up anew; it must come out as if it were. */
class RepeatingRowsTest {
    private static final int ROWS = 3000;
    private static final int PEOPLE = 400;

    @TempDir
    Path folder;

    private final Random random = new Random(23);

    /** Against the records that FastCSV itself reads, with columns in any place, deleted and blank rows between others. */
    @ParameterizedTest
    @CsvSource({"0, 0.8", "0, 0.99", "20, 0.5", "62, 0.9", "63, 0.9", "90, 0.9"})
    void comesOutAsIfEachRowStoodAlone(int columnsBefore, double likeTheRowAbove) throws Exception {
        String before = IntStream.range(0, columnsBefore)
                .mapToObj(place -> "metadata.x" + place + ",")
                .collect(Collectors.joining());
        StringBuilder csv = new StringBuilder(before
                + "status,classSourcedId,role,primary,userSourcedId,beginDate,sourcedId,schoolSourcedId,endDate\n");
        List<String> fields = new ArrayList<>(List.of("", "k1", "student", "", person(0), ""));
        for (int row = 0; row < ROWS; row++) {
            for (int place = 0; place < fields.size(); place++) {
                if (random.nextDouble() > likeTheRowAbove) {
                    fields.set(place, pick(place));
                }
            }
            csv.append(",".repeat(columnsBefore))
                    .append(String.join(",", fields))
                    .append(",e")
                    .append(row)
                    .append(",,\n");
            if (random.nextInt(40) == 0) {
                csv.append("  \n");
            }
        }
        List<List<String>> read = new ArrayList<>();
        for (Enrollment one :
                OneRosterReader.read(bundle(csv.toString()).folder(folder)).enrollments()) {
            read.add(List.of(
                    one.id(), one.classId(), one.userId(), one.role(), String.valueOf(one.primary()), one.begins()));
        }
        assertThat(read).isEqualTo(alone(csv.toString()));
        assertThat(read).hasSizeGreaterThan(ROWS / 4);
    }

    private String pick(int place) {
        List<String> of = switch (place) {
            case 0 -> List.of("", "active", "tobedeleted", " active");
            case 1 -> List.of("k1", "k2", "k3", "k1 ");
            case 2 -> List.of("student", "teacher", "proctor");
            case 3 -> List.of("", "true", "false");
            case 4 -> List.of(person(random.nextInt(PEOPLE)));
            default -> List.of("", "2027-01-04", "2027-02-01");
        };
        return of.get(random.nextInt(of.size()));
    }

    private static String person(int number) {
        return (number % 5 == 0 ? "ü-" : "u-") + number;
    }

    private static Bundles bundle(String enrollments) {
        StringBuilder users =
                new StringBuilder("sourcedId,status,enabledUser,role,username,givenName,familyName,identifier,email\n");
        for (int number = 0; number < PEOPLE; number++) {
            users.append(person(number))
                    .append(",,true,student,n")
                    .append(number)
                    .append(",A,B,,\n");
        }
        return new Bundles()
                .with(
                        "classes.csv",
                        "sourcedId,status,title,courseSourcedId,classCode,classType,location,schoolSourcedId,termSourcedIds,periods\n"
                                + "k1,,A,c1,OCEA 210-001,scheduled,,ocea,t,\nk2,,B,c1,OCEA 210-002,scheduled,,ocea,t,\n"
                                + "k3,,C,c1,OCEA 210-003,scheduled,,ocea,t,\n")
                .with("users.csv", users.toString())
                .with("enrollments.csv", enrollments);
    }

    private static List<List<String>> alone(String csv) throws Exception {
        List<List<String>> all = new ArrayList<>();
        try (CsvReader<NamedCsvRecord> reader = CsvReader.builder()
                .missingFieldStrategy(FieldMismatchStrategy.IGNORE)
                .ofNamedCsvRecord(csv)) {
            for (NamedCsvRecord record : reader) {
                if (record.getFieldCount() > 1 && !record.getField("status").equals("tobedeleted")) {
                    all.add(List.of(
                            record.getField("sourcedId"),
                            record.getField("classSourcedId").strip(),
                            record.getField("userSourcedId"),
                            record.getField("role"),
                            String.valueOf(record.getField("primary").equals("true")),
                            record.getField("beginDate")));
                }
            }
        }
        return all;
    }
}
