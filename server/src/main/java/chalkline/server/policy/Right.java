package chalkline.server.policy;

import java.util.Locale;

/** Something that one may do. Each has a line in {@code policy.csv}, which says who has it and how far. */
public enum Right {
    READ_LISTS,
    CHANGE_LISTS,
    READ_CONVENTIONS,
    CHANGE_CONVENTIONS,
    READ_PROOF,
    READ_ROSTERS,
    BUILD,
    READ_BUILDS,
    READ_EXPORTS,
    EXPORT,
    READ_TEMPLATES,
    CHANGE_TEMPLATES,
    READ_MASTERS,
    CHANGE_MASTERS,
    READ_UPKEEP,
    CHANGE_UPKEEP,
    READ_CAMPUS,
    CHANGE_CAMPUS,
    READ_LEDGER,
    READ_PEOPLE,
    MANAGE_PEOPLE,
    FIND_PEOPLE,
    TEACH,
    ASK,
    READ_REQUESTS,
    DECIDE,
    SHARE_SHELLS,
    WRITE_COURSES,
    SAVE_SHEETS;

    /** As the table writes it: {@code read-lists}. */
    public String key() {
        return name().toLowerCase(Locale.ROOT).replace('_', '-');
    }
}
