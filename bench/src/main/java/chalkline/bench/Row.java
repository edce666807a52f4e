package chalkline.bench;

import java.util.Locale;

/**
 * One line of the table: what was measured, what it is held against in the same run, and how many times that it may be.
 */
record Row(String what, double millis, String against, double limitMillis, double mayBe) {
    boolean holds() {
        return millis / limitMillis <= mayBe;
    }

    @Override
    public String toString() {
        return String.format(
                Locale.ROOT,
                "%-58s %9.0f ms  %-44s %9.0f ms  %5.2f of %4.1f  %s",
                what,
                millis,
                against,
                limitMillis,
                millis / limitMillis,
                mayBe,
                holds() ? "holds" : "EXCEEDED");
    }
}
