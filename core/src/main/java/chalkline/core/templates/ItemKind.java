package chalkline.core.templates;

import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.regex.Pattern;

/** What an item of an outline is. */
public enum ItemKind {
    PAGE,
    FILE,
    LINK,
    ASSIGNMENT,
    QUIZ,
    DISCUSSION,
    ANNOUNCEMENT;

    private static final Pattern LINK_ADDRESS =
            Pattern.compile("(https?://[^\\s/][^\\s]*|mailto:[^\\s]+)", Pattern.CASE_INSENSITIVE);

    /** Whether a text is an address that a link may lead to: of a page, or of a mailbox. */
    public static boolean isLink(String address) {
        return LINK_ADDRESS.matcher(address).matches();
    }

    public String key() {
        return name().toLowerCase(Locale.ROOT);
    }

    public static Optional<ItemKind> named(String key) {
        return Arrays.stream(values()).filter(kind -> kind.key().equals(key)).findFirst();
    }
}
