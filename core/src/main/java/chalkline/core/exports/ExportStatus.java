package chalkline.core.exports;

import java.util.Locale;

/** How a row stands beside what went through of its kind the last time. */
public enum ExportStatus {
    NEW,
    CHANGED,
    SAME,
    /** It went through once and is no longer. */
    GONE;

    public String key() {
        return name().toLowerCase(Locale.ROOT);
    }
}
