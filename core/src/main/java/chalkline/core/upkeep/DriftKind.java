package chalkline.core.upkeep;

/** What people did to a shell in the LMS, as somebody would say it. */
public enum DriftKind {
    RENAMED("renamed"),
    MOVED("moved to another category"),
    DATES("other dates"),
    OPENED("opened by hand"),
    CLOSED("closed by hand"),
    DELETED("deleted"),
    PEOPLE_IN("people put in by hand"),
    PEOPLE("rosters changed by hand"),
    SECTIONS("other sections"),
    SETTINGS("settings changed");

    private final String words;

    DriftKind(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
