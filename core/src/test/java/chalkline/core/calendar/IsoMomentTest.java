package chalkline.core.calendar;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.DateTimeException;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.ZonedDateTime;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Against the JDK's own reading of ISO 8601 (java.time) and the examples of RFC 3339, section 5.8 (from memory). */
class IsoMomentTest {
    private static final List<ZoneId> ZONES = List.of(
            ZoneOffset.UTC,
            ZoneOffset.ofHoursMinutes(-3, -30),
            ZoneOffset.ofHours(14),
            ZoneId.of("Europe/Berlin"),
            ZoneId.of("America/St_Johns"),
            ZoneId.of("Australia/Lord_Howe"));

    private static ZonedDateTime moment(Random random) {
        // 1990 to 2060, so that changes of the clock are met
        long second = 631_152_000L + (long) (random.nextDouble() * 2_208_988_800L);
        return Instant.ofEpochSecond(second).atZone(ZONES.get(random.nextInt(ZONES.size())));
    }

    @Test
    void whatIsWrittenIsReadAsTheSameByTheJdkAndByUs() {
        Random random = new Random(3339);
        for (int i = 0; i < 20_000; i++) {
            ZonedDateTime moment = moment(random);
            String written = IsoMoment.write(moment);
            assertThat(written).matches("\\d{4}-\\d\\d-\\d\\dT\\d\\d:\\d\\d:\\d\\d[+-]\\d\\d:\\d\\d");
            assertThat(OffsetDateTime.parse(written, DateTimeFormatter.ISO_OFFSET_DATE_TIME))
                    .isEqualTo(moment.toOffsetDateTime());
            assertThat(IsoMoment.known(written)).isEqualTo(moment.toOffsetDateTime());
            assertThat(IsoMoment.read(written)).contains(moment.toOffsetDateTime());
        }
    }

    @Test
    void theSameInstantIsTheSameWhateverItsOffset() {
        Random random = new Random(8601);
        for (int i = 0; i < 5_000; i++) {
            ZonedDateTime one = moment(random);
            ZonedDateTime elsewhere = one.withZoneSameInstant(ZONES.get(random.nextInt(ZONES.size())));
            assertThat(IsoMoment.same(IsoMoment.write(one), IsoMoment.write(elsewhere)))
                    .isTrue();
            assertThat(IsoMoment.same(IsoMoment.write(one), IsoMoment.write(elsewhere.plusSeconds(1))))
                    .isFalse();
        }
    }

    @ParameterizedTest
    @CsvSource({
        "1985-04-12T23:20:50.52Z, 1985-04-12T23:20:50.520+00:00",
        "1996-12-19T16:39:57-08:00, 1996-12-20T00:39:57Z",
        "1937-01-01T12:00:27.87+00:20, 1937-01-01T11:40:27.87Z"
    })
    void readsWhatTheStandardGivesAsExamples(String example, String same) {
        assertThat(IsoMoment.same(example, same)).isTrue();
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "2027-01-11",
                "2027-01-11T08:00:00",
                "2027-02-29T08:00:00+00:00",
                "2027-01-11 08:00:00+00:00",
                "2027-01-11T24:00:01+00:00",
                "2027-01-11T08:00:00+19:00",
                "11.1.2027",
                "tomorrow"
            })
    void whatIsNoMomentIsReadAsNoneAndSameAsNothing(String text) {
        assertThat(IsoMoment.read(text)).isEqualTo(Optional.empty());
        assertThat(IsoMoment.read(text)).as("nor when it comes again").isEmpty();
        assertThat(IsoMoment.same(text, text)).isFalse();
        assertThatThrownBy(() -> IsoMoment.known(text)).isInstanceOf(DateTimeException.class);
    }

    @Test
    void neverHoldsMoreThanItHasRoomFor() {
        // many more texts than are remembered: each is read rightly all the same
        OffsetDateTime first = OffsetDateTime.parse("2027-01-01T00:00:00+00:00");
        for (int i = 0; i < 10_000; i++) {
            OffsetDateTime moment = first.plusSeconds(i);
            assertThat(IsoMoment.read(IsoMoment.write(moment))).contains(moment);
        }
        assertThat(IsoMoment.read("2".repeat(5_000))).isEmpty();
    }
}
