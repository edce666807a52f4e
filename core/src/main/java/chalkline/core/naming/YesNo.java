package chalkline.core.naming;

import java.util.Optional;

/** How files say yes and no: {@code yes}, {@code no}, and {@code true}, {@code false} in any case, as spreadsheets write it. */
public final class YesNo {
    private static final String YES = "yes";

    private YesNo() {}

    /** The canonical text. */
    public static String write(boolean yes) {
        return yes ? YES : "no";
    }

    /** Whether a canonical text says yes. */
    public static boolean isYes(String canonical) {
        return canonical.equals(YES);
    }

    /** Empty where the text is neither. */
    public static Optional<Boolean> read(String text) {
        return switch (text) {
            case YES -> Optional.of(true);
            case "no" -> Optional.of(false);
            default -> isTrue(text) ? Optional.of(true) : isFalse(text) ? Optional.of(false) : Optional.empty();
        };
    }

    public static boolean isTrue(String text) {
        return Text.caseless(text).equals("true");
    }

    public static boolean isFalse(String text) {
        return Text.caseless(text).equals("false");
    }
}
