package chalkline.core.conventions;

import chalkline.core.calendar.IsoMoment;
import java.math.BigDecimal;
import java.util.Arrays;
import java.util.HashSet;
import java.util.function.BiPredicate;

/** The types of settings. A type decides how two values are compared; {@link Value} reads them. */
public enum Kind {
    PATTERN(String::equals),
    /** The same instant, in whatever offset. */
    MOMENT(IsoMoment::same),
    YES_NO(String::equals),
    CHOICE(Kind::sameNumber),
    /** One or more of the choices, in the order given; in any order they are the same. */
    CHOICES((a, b) -> new HashSet<>(Arrays.asList(a.split(" "))).equals(new HashSet<>(Arrays.asList(b.split(" "))))),
    /** A whole number from 0. */
    NUMBER(Kind::sameNumber),
    /** 1 to 999, or {@code weeks}. */
    UNITS(Kind::sameNumber),
    /** A language tag (BCP 47). */
    LANGUAGE(String::equals),
    /** Names of tokens, in the order given. */
    TOKENS(String::equals),
    TEXT(String::equals);

    private final BiPredicate<String, String> same;

    Kind(BiPredicate<String, String> same) {
        this.same = same;
    }

    /** Whether two rendered values mean the same. Groups, a choice, are rendered as their number. */
    public boolean same(String a, String b) {
        return a.equals(b) || same.test(a, b);
    }

    private static boolean sameNumber(String a, String b) {
        try {
            return new BigDecimal(a).compareTo(new BigDecimal(b)) == 0;
        } catch (NumberFormatException noNumber) {
            return false;
        }
    }
}
