package chalkline.core.proof;

import java.util.Locale;

/** What a build would do with a shell. */
public enum Action {
    BUILD,
    CHANGE,
    KEEP,
    CLOSE,
    STOP;

    public String key() {
        return name().toLowerCase(Locale.ROOT);
    }
}
