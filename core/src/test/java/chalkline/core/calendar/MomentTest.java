package chalkline.core.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.Section.Days;
import java.time.DayOfWeek;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.zone.ZoneOffsetTransition;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class MomentTest {
    private static final ZoneId HALIFAX = ZoneId.of("America/Halifax");
    private static final Days TERM =
            new Days(LocalDate.parse("2027-01-04"), Optional.of(LocalDate.parse("2027-04-23")));
    private static final Days SECOND_HALF =
            new Days(LocalDate.parse("2027-03-01"), Optional.of(LocalDate.parse("2027-04-23")));
    private static final Weeks WEEKS = new Weeks(SECOND_HALF, List.of(), DayOfWeek.MONDAY);

    private static Moment.Result resolve(String text, ZoneId zone) {
        return Moment.parse(text).orElseThrow().resolve(TERM, SECOND_HALF, WEEKS, LocalTime.MIDNIGHT, zone);
    }

    private static ZonedDateTime at(String text, ZoneId zone) {
        return ((Moment.Result.At) resolve(text, zone)).at();
    }

    @ParameterizedTest
    @CsvSource({
        "term.start,2027-01-04T00:00-04:00",
        "term.start - 7d 08:00,2026-12-28T08:00-04:00",
        "term.end+14d,2027-05-07T00:00-03:00",
        "part.start - 2w,2027-02-15T00:00-04:00",
        "part.end + 3b 17:30,2027-04-28T17:30-03:00",
        "term.end - 0b,2027-04-23T00:00-03:00",
        "week 2,2027-03-08T00:00-04:00",
        "week 2 Sun 23:59,2027-03-14T23:59-03:00",
        "week 1 Mon - 1d,2027-02-28T00:00-04:00",
        "2027-07-01 12:00,2027-07-01T12:00-03:00"
    })
    void resolves(String text, String expected) {
        assertThat(at(text, HALIFAX).toOffsetDateTime()).hasToString(expected);
    }

    /** Against java.time: the day moves by so many days, the time of day stays. */
    @ParameterizedTest
    @ValueSource(
            strings = {
                "term.start",
                "term.start - 7d 08:00",
                "term.end+14d",
                "part.start - 2w",
                "week 2",
                "week 2 Sun 23:59",
                "week 1 Mon - 1d",
                "week2",
                "week3 Fri+1w 17:00",
                "2027-07-01 12:00"
            })
    void movesByDays(String text) {
        for (int days : new int[] {-400, -10, -7, -1, 0, 1, 6, 7, 30, 365}) {
            String moved = Moment.parse(text)
                    .orElseThrow()
                    .plusDays(days)
                    .orElseThrow()
                    .toString();
            assertThat(at(moved, HALIFAX).toLocalDateTime())
                    .as("%s by %d days is %s", text, days, moved)
                    .isEqualTo(at(text, HALIFAX).toLocalDateTime().plusDays(days));
        }
    }

    @Test
    void workingDaysCannotBeMovedByDays() {
        assertThat(Moment.parse("part.end + 3b 17:30").orElseThrow().plusDays(1))
                .isEmpty();
        assertThat(Moment.parse("part.end + 0b").orElseThrow().plusDays(1).map(Moment::toString))
                .contains("part.end + 1d");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "",
                "term",
                "term.start 8:00",
                "term.start - d",
                "week",
                "week x",
                "2027-02-30",
                "2027-1-4",
                "term.start 24:00",
                "part.start + 2m",
                "week 2 Monday",
                "term.start -7d08:00",
                "2027-01-04 + 1d"
            })
    void refusesWhatIsNoMoment(String text) {
        assertThat(Moment.parse(text)).isEmpty();
    }

    @Test
    void saysWhyThereIsNone() {
        assertThat(resolve("week 9", HALIFAX)).isInstanceOf(Moment.Result.NoSuchWeek.class);
        Days endless = new Days(TERM.first(), Optional.empty());
        Weeks weeks = new Weeks(endless, List.of(), DayOfWeek.MONDAY);
        Moment end = Moment.parse("term.end").orElseThrow();
        assertThat(end.resolve(endless, endless, weeks, LocalTime.MIDNIGHT, HALIFAX))
                .isInstanceOf(Moment.Result.NoEnd.class);
    }

    /** A northern and a southern zone, every clock change of ten years: source IANA tz, as java.time carries it. */
    @ParameterizedTest
    @ValueSource(strings = {"America/Halifax", "Pacific/Auckland", "Australia/Lord_Howe"})
    void followsEveryClockChange(String name) {
        ZoneId zone = ZoneId.of(name);
        ZoneOffsetTransition change = zone.getRules().nextTransition(Instant.parse("2020-01-01T00:00:00Z"));
        int gaps = 0;
        int overlaps = 0;
        while (change.getInstant().isBefore(Instant.parse("2030-01-01T00:00:00Z"))) {
            if (change.isGap()) {
                gaps++;
                // the first skipped minute moves forward by the gap
                ZonedDateTime moved = at(text(change.getDateTimeBefore()), zone);
                assertThat(moved.toInstant()).isEqualTo(change.getInstant());
                assertThat(moved.toLocalDateTime())
                        .isEqualTo(change.getDateTimeBefore().plus(change.getDuration()));
            } else {
                overlaps++;
                // the first minute that occurs twice is the earlier one
                ZonedDateTime earlier = at(text(change.getDateTimeAfter()), zone);
                assertThat(earlier.getOffset()).isEqualTo(change.getOffsetBefore());
                assertThat(Duration.between(earlier.toInstant(), change.getInstant()))
                        .isEqualTo(change.getDuration().negated());
            }
            change = zone.getRules().nextTransition(change.getInstant());
        }
        assertThat(gaps).isEqualTo(10);
        assertThat(overlaps).isEqualTo(10);
    }

    private static String text(java.time.LocalDateTime local) {
        return local.toLocalDate() + " " + local.toLocalTime();
    }
}
