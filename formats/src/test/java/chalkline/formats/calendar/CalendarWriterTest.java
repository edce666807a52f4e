package chalkline.formats.calendar;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.StringReader;
import java.nio.charset.StandardCharsets;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalDateTime;
import java.time.ZoneId;
import java.time.ZonedDateTime;
import java.time.temporal.Temporal;
import java.util.ArrayList;
import java.util.List;
import net.fortuna.ical4j.data.CalendarBuilder;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/** Written calendars are read back by ical4j, and their instants compared with those of java.time. */
class CalendarWriterTest {
    private static final Instant CHANGED = Instant.parse("2026-11-25T12:00:00Z");

    private static Calendar read(String text) throws Exception {
        return new CalendarBuilder().build(new StringReader(text));
    }

    private static CalendarEntry at(String uid, ZonedDateTime moment) {
        return new CalendarEntry(uid, 3, CHANGED, new CalendarEntry.When.At(moment), "Opens", "");
    }

    /** Both sides of every clock change of 2027, and the middle of each month. */
    @ParameterizedTest
    @ValueSource(strings = {"America/Halifax", "Pacific/Auckland"})
    void momentsAreTheSameInstantsOverClockChanges(String zoneId) throws Exception {
        ZoneId zone = ZoneId.of(zoneId);
        List<CalendarEntry> entries = new ArrayList<>();
        for (var change = zone.getRules().nextTransition(Instant.parse("2027-01-01T00:00:00Z"));
                change.getInstant().isBefore(Instant.parse("2028-01-01T00:00:00Z"));
                change = zone.getRules().nextTransition(change.getInstant())) {
            for (int hours : new int[] {-25, -2, -1, 0, 1, 2, 25}) {
                entries.add(at(
                        "c" + entries.size(),
                        change.getInstant().plusSeconds(3600L * hours).atZone(zone)));
            }
        }
        for (int month = 1; month <= 12; month++) {
            entries.add(at("m" + month, LocalDateTime.of(2027, month, 15, 8, 0).atZone(zone)));
        }
        assertThat(entries).hasSize(2 * 7 + 12);
        String text = CalendarWriter.write("Doors", zone, entries);
        assertThat(text).contains("BEGIN:VTIMEZONE", "TZID:" + zoneId);
        List<VEvent> events = read(text).getComponents("VEVENT");
        assertThat(events).hasSameSizeAs(entries);
        for (int i = 0; i < entries.size(); i++) {
            ZonedDateTime expected = ((CalendarEntry.When.At) entries.get(i).when()).moment();
            Temporal start = events.get(i).getDateTimeStart().getDate();
            // source: RFC 5545 3.3.5: a local time that occurs twice means the first, so that the second is not told
            boolean second = expected.withEarlierOffsetAtOverlap().toInstant().isBefore(expected.toInstant());
            assertThat(Instant.from(start))
                    .as(expected.toString())
                    .isEqualTo(second ? expected.withEarlierOffsetAtOverlap().toInstant() : expected.toInstant());
        }
    }

    @Test
    void wholeDaysEndOnTheDayAfter() throws Exception {
        CalendarEntry week = new CalendarEntry(
                "w",
                0,
                CHANGED,
                new CalendarEntry.When.Days(LocalDate.parse("2027-01-04"), LocalDate.parse("2027-01-10")),
                "Week 1",
                "");
        String text = CalendarWriter.write("Weeks", ZoneId.of("America/Halifax"), List.of(week));
        // source: RFC 5545 3.6.1: the end is not included
        assertThat(text).contains("DTSTART;VALUE=DATE:20270104", "DTEND;VALUE=DATE:20270111");
        VEvent event = (VEvent) read(text).getComponents("VEVENT").get(0);
        assertThat(event.getDateTimeStart().getDate()).isEqualTo(LocalDate.parse("2027-01-04"));
    }

    @Test
    void carriesItsSequenceAndReadsBackAnyText() throws Exception {
        String odd =
                "Tides; \"Ice\", and\nmore: éàß 海, with a title that is longer than the seventy-five octets of a line";
        CalendarEntry entry = new CalendarEntry(
                "opens.s:cl-1@27SP",
                7,
                CHANGED,
                new CalendarEntry.When.At(ZonedDateTime.parse("2027-01-04T08:00-04:00[America/Halifax]")),
                odd,
                odd);
        String text = CalendarWriter.write("N", ZoneId.of("America/Halifax"), List.of(entry));
        // source: RFC 5545 3.1: lines end in CRLF and have at most 75 octets
        assertThat(text.replace("\r\n", "")).doesNotContain("\n", "\r");
        assertThat(text.split("\r\n"))
                .allSatisfy(line ->
                        assertThat(line.getBytes(StandardCharsets.UTF_8).length).isLessThanOrEqualTo(75));
        VEvent event = (VEvent) read(text).getComponents("VEVENT").get(0);
        assertThat(event.getSummary().getValue()).isEqualTo(odd);
        assertThat(event.getDescription().getValue()).isEqualTo(odd);
        assertThat(event.getSequence().getSequenceNo()).isEqualTo(7);
        assertThat(event.getUid().orElseThrow().getValue()).isEqualTo("opens.s:cl-1@27SP");
    }
}
