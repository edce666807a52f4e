package chalkline.core.templates;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;

/** What an item of an outline is. */
public enum ItemKind {
    PAGE,
    FILE,
    LINK,
    ASSIGNMENT,
    QUIZ,
    DISCUSSION,
    ANNOUNCEMENT;

    public String key() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<ItemKind> named(String key) {
        return Arrays.stream(values()).filter(kind -> kind.key().equals(key)).findFirst();
    }
}
