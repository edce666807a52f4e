package chalkline.core.calendar;

import java.time.DateTimeException;
import java.time.OffsetDateTime;
import java.time.format.DateTimeFormatter;
import java.time.temporal.TemporalAccessor;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;

/** Moments as they are written everywhere: ISO 8601 with seconds and offset; UTC is {@code +00:00}, never {@code Z}. */
public final class IsoMoment {
    private static final DateTimeFormatter WRITTEN = DateTimeFormatter.ofPattern("uuuu-MM-dd'T'HH:mm:ssxxx");

    /** Terms have few moments and tens of thousands of shells, so a text is read once and not again for each of them. */
    private static final Map<String, Optional<OffsetDateTime>> READ = new ConcurrentHashMap<>();

    private static final int REMEMBERED = 4_096;
    private static final int LONGEST = 40;

    private IsoMoment() {}

    /** @param moment with a local date, a time and an offset */
    public static String write(TemporalAccessor moment) {
        return WRITTEN.format(moment);
    }

    /**
     * A text that is known to be one, because {@link #write} made it or the reader of a file let it through.
     *
     * @throws DateTimeException if it is none
     */
    public static OffsetDateTime known(String text) {
        return OffsetDateTime.parse(text);
    }

    /** Empty where the text is no moment with an offset. */
    public static Optional<OffsetDateTime> read(String text) {
        Optional<OffsetDateTime> known = READ.get(text);
        if (known != null) {
            return known;
        }
        if (READ.size() >= REMEMBERED) {
            READ.clear();
        }
        Optional<OffsetDateTime> read = parsed(text);
        if (text.length() <= LONGEST) {
            READ.put(text, read);
        }
        return read;
    }

    private static Optional<OffsetDateTime> parsed(String text) {
        try {
            return Optional.of(OffsetDateTime.parse(text));
        } catch (DateTimeException noMoment) {
            return Optional.empty();
        }
    }

    /** Whether two texts are the same instant; no text that is none is the same as any. */
    public static boolean same(String a, String b) {
        Optional<OffsetDateTime> one = read(a);
        return one.isPresent() && read(b).filter(one.get()::isEqual).isPresent();
    }
}
