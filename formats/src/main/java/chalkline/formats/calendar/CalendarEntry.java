package chalkline.formats.calendar;

import java.time.Instant;
import java.time.LocalDate;
import java.time.ZonedDateTime;

/**
 * One entry of a calendar. Whoever subscribed knows it by its uid, and takes a higher sequence for a newer version of it.
 *
 * @param sequence 0 at first, one more with every change
 * @param changed when it was last changed
 * @param text what is said about it; may be empty
 */
public record CalendarEntry(String uid, int sequence, Instant changed, When when, String title, String text) {

    /** When it is: at a moment, or on whole days. */
    public sealed interface When {
        /** A moment in the zone of the campus. */
        record At(ZonedDateTime moment) implements When {}

        /** From a first to a last day, both inclusive. */
        record Days(LocalDate first, LocalDate last) implements When {}
    }
}
