package chalkline.core.proof;

import java.util.Locale;

/** What a build would do with a shell. */
public enum Action {
    BUILD,
    CHANGE,
    KEEP,
    CLOSE,
    STOP;

    private final String key = name().toLowerCase(Locale.ROOT);

    /** Whether a build has something to do for a shell with this action. */
    public boolean isCarriedOut() {
        return this == BUILD || this == CHANGE || this == CLOSE;
    }

    public String key() {
        return key;
    }
}
