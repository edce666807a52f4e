package chalkline.core.requests;

/** Why a request is no matter of rule, so that somebody decides it; and what that person should have seen for it. */
public enum Special {
    BY_PEOPLE("The campus has this decided by people, whatever it is.", "Whether it fits the department's ways."),
    OTHERS_SECTIONS(
            "It touches sections that somebody else teaches.", "That those who teach them know of it and agree."),
    COURSES_DIFFER(
            "It puts sections of different courses into one shell.",
            "That they are taught together: the same rooms and hours, or the word of those who teach them."),
    STUDENT_WORK(
            "Students have worked in a shell that sections would leave; their work does not travel.",
            "That the work may stay behind, and that those students are told."),
    STOPPED("The proof has a stop there.", "That the stop is mended first, or is no matter."),
    FIXED("The campus has fixed this, so asking for it otherwise does nothing.", "The layer that fixes it."),
    NOBODY_TEACHES("The registrar has nobody for this section.", "That this person is to teach it."),
    CHANGED("It is no longer what it was when it was asked for.", "What it would do now.");

    private final String words;
    private final String needs;

    Special(String words, String needs) {
        this.words = words;
        this.needs = needs;
    }

    public String words() {
        return words;
    }

    /** What whoever decides should be sure of. */
    public String needs() {
        return needs;
    }
}
