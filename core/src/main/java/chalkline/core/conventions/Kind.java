package chalkline.core.conventions;

/** The types of settings. Each decides how a value is read ({@link Value}) and how two values are compared. */
public enum Kind {
    PATTERN,
    MOMENT,
    YES_NO,
    CHOICE,
    /** One or more of the choices, in the order given. */
    CHOICES,
    /** A whole number from 0. */
    NUMBER,
    /** 1 to 999, or {@code weeks}. */
    UNITS,
    /** A language tag (BCP 47). */
    LANGUAGE,
    /** Names of tokens, in the order given. */
    TOKENS,
    TEXT
}
