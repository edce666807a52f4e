package chalkline.core.templates;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.arrivals.Section.Days;
import chalkline.core.calendar.Break;
import chalkline.core.calendar.Weeks;
import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

class DueTest {
    private static final ZoneId ZONE = ZoneId.of("America/Halifax");
    private static final Days SPRING =
            new Days(LocalDate.parse("2027-01-06"), Optional.of(LocalDate.parse("2027-04-23")));
    private static final Weeks WEEKS = new Weeks(
            SPRING,
            List.of(new Break("Mid-term", LocalDate.parse("2027-02-15"), LocalDate.parse("2027-02-19"))),
            DayOfWeek.MONDAY);

    @ParameterizedTest
    @ValueSource(strings = {"Fri 23:59", "Sun", "week 3 Fri 23:59", "term.end + 3d 12:00", "2027-02-01"})
    void rulesAreKeptAsWritten(String text) {
        assertThat(Due.parse(text)).map(Due::toString).contains(text);
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "Friday", "Fri 24:00", "fri 10:00", "week Fri", "tomorrow"})
    void whatIsNoRuleIsNotRead(String text) {
        assertThat(Due.parse(text)).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "2027-01-06T09:00, week 1 Wed 09:00",
        "2027-01-04T09:00, part.start - 2d 09:00",
        "2027-02-12T23:59, week 6 Fri 23:59",
        "2027-02-17T10:00, week 6 Wed + 7d 10:00",
        "2027-02-22T08:00, week 7 Mon 08:00",
        "2027-04-26T12:00, part.end + 3d 12:00",
    })
    void aDateOfATermGivesARule(String at, String rule) {
        assertThat(Due.of(LocalDateTime.parse(at), SPRING, WEEKS)).hasToString(rule);
    }

    @Test
    void theRuleOfADateGivesThatDateAgain() {
        // every hour of half a year, before, in and after the term
        for (LocalDateTime at = LocalDateTime.parse("2026-12-01T00:30");
                at.isBefore(LocalDateTime.parse("2027-06-01T00:00"));
                at = at.plusHours(7)) {
            Optional<ZonedDateTime> again = Due.of(at, SPRING, WEEKS).resolve(SPRING, SPRING, WEEKS, ZONE);
            assertThat(again).contains(ZonedDateTime.ofLocal(at, ZONE, null));
        }
    }

    @Test
    void aBreakBeforeTheFirstNumberedWeekCountsFromTheFirstDay() {
        Weeks late = new Weeks(
                SPRING,
                List.of(new Break("Late start", LocalDate.parse("2027-01-04"), LocalDate.parse("2027-01-08"))),
                DayOfWeek.MONDAY);
        assertThat(Due.of(LocalDateTime.parse("2027-01-08T10:00"), SPRING, late))
                .hasToString("part.start + 2d 10:00");
    }
}
