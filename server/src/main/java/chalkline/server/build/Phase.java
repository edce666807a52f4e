package chalkline.server.build;

import java.util.Arrays;

/** The lots of one phase are carried out at once; the next begins when all of them have ended. */
enum Phase {
    PLAN(0),
    CATEGORIES(1),
    /** Codes are given free, and shells their new keys. */
    NAMES(2),
    /** The few shells that are looked at before the others follow. */
    TRIAL(3),
    SHELLS(4),
    /** People and sections leave the shells that they had. */
    LEAVE(5),
    CLOSE(6),
    /** From here on what takes a build back: closed shells are open as they were, and people are where they were. */
    REOPEN(7),
    REMOVE(8),
    NAMES_BACK(9),
    FIELDS_BACK(10),
    CATEGORIES_BACK(11),
    /** What the LMS holds is read, and the build ends. */
    END(12);

    private final int number;

    Phase(int number) {
        this.number = number;
    }

    /** Its place in the order, as the database keeps it. */
    int number() {
        return number;
    }

    static Phase of(int number) {
        return Arrays.stream(values())
                .filter(phase -> phase.number == number)
                .findFirst()
                .orElseThrow(() -> new IllegalStateException("There is no phase " + number + "."));
    }
}
