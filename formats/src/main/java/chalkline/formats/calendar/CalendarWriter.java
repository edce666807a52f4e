package chalkline.formats.calendar;

import java.io.IOException;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.time.ZoneId;
import java.util.List;
import net.fortuna.ical4j.data.CalendarOutputter;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.TimeZoneRegistry;
import net.fortuna.ical4j.model.TimeZoneRegistryFactory;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtEnd;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.DtStart;
import net.fortuna.ical4j.model.property.LastModified;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.Sequence;
import net.fortuna.ical4j.model.property.Summary;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.XProperty;
import net.fortuna.ical4j.model.property.immutable.ImmutableCalScale;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;

/** Writes calendars as iCalendar (RFC 5545), with the data of their time zone, so that they read the same anywhere. */
public final class CalendarWriter {
    private static final int LINE_OCTETS = 75;
    /** Our own folding counts octets, where the library's counts characters. */
    private static final int UNFOLDED = 1_000_000;

    private static final TimeZoneRegistry ZONES =
            TimeZoneRegistryFactory.getInstance().createRegistry();

    private CalendarWriter() {}

    /**
     * The text of a calendar.
     *
     * @param zone an IANA time zone, in which all moments are written
     */
    public static String write(String name, ZoneId zone, List<CalendarEntry> entries) {
        Calendar calendar = new Calendar();
        calendar.add(new ProdId("-//Chalk Line//Doors and weeks//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        calendar.add(ImmutableCalScale.GREGORIAN);
        // RFC 7986
        calendar.add(new XProperty("NAME", name));
        var known = ZONES.getTimeZone(zone.getId());
        if (known != null) {
            calendar.add(known.getVTimeZone());
        }
        entries.forEach(entry -> calendar.add(event(entry, zone, known != null)));
        StringWriter out = new StringWriter();
        try {
            new CalendarOutputter(false, UNFOLDED).output(calendar, out);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return folded(out.toString());
    }

    /** Lines of at most 75 octets (RFC 5545, 3.1), never broken within a character. */
    private static String folded(String text) {
        StringBuilder folded = new StringBuilder(text.length());
        int octets = 0;
        for (int i = 0; i < text.length(); i += Character.charCount(text.codePointAt(i))) {
            String character = Character.toString(text.codePointAt(i));
            boolean ends = character.equals("\r") || character.equals("\n");
            int size = ends ? 0 : character.getBytes(StandardCharsets.UTF_8).length;
            if (octets + size > LINE_OCTETS) {
                folded.append("\r\n ");
                octets = 1;
            }
            folded.append(character);
            octets = ends ? 0 : octets + size;
        }
        return folded.toString();
    }

    /** @param withZone whether the calendar has the data of the zone; without, moments are written in UTC */
    private static VEvent event(CalendarEntry entry, ZoneId zone, boolean withZone) {
        VEvent event = new VEvent(false);
        event.add(new Uid(entry.uid()));
        event.add(new DtStamp(entry.changed()));
        event.add(new LastModified(entry.changed()));
        event.add(new Sequence(entry.sequence()));
        event.add(new Summary(entry.title()));
        if (!entry.text().isEmpty()) {
            event.add(new Description(entry.text()));
        }
        if (entry.when() instanceof CalendarEntry.When.At at) {
            event.add(
                    withZone
                            ? new DtStart<>(at.moment().withZoneSameInstant(zone))
                            : new DtStart<>(at.moment().toInstant()));
        } else if (entry.when() instanceof CalendarEntry.When.Days days) {
            event.add(new DtStart<>(days.first()));
            event.add(new DtEnd<>(days.last().plusDays(1)));
        }
        return event;
    }
}
