package chalkline.core.upkeep;

/** What would embarrass on a day when students come. */
public enum FirstDayCause {
    NOT_BUILT("not built"),
    NOT_OPEN("not open to students"),
    HIDDEN("open, but a section's own dates keep its students out"),
    NO_INSTRUCTOR("without an instructor"),
    NEVER_IN("with an instructor who has never been in it"),
    NO_CONTENT("with no content but what it was made with"),
    EMPTY_ROSTER("without a student"),
    NAME_OFF("with a title or code that is not by the conventions"),
    DOUBLED("with a section that stands in another shell too");

    private final String words;

    FirstDayCause(String words) {
        this.words = words;
    }

    public String words() {
        return words;
    }
}
