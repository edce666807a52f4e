package chalkline.core.upkeep;

/**
 * One thing of a shell that the LMS holds otherwise than it was last built.
 *
 * @param key the shell's key as it was built
 * @param field a setting's key, the name of another part of a shell, or {@code shell} for the whole of it
 * @param built canonical text as it was built; empty where it has none
 * @param held canonical text as the LMS holds it now; of people their sourcedIds joined by spaces
 * @param wanted as it is to be by today's list and conventions; empty where that has no text
 */
public record Drift(String key, DriftKind kind, String field, String built, String held, String wanted) {
    /** The field of a shell that was deleted. */
    public static final String SHELL = "shell";

    /** The field of people whom somebody put in by hand, through no section. */
    public static final String BY_HAND = "byHand";
}
