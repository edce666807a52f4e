package chalkline.core.requests;

/** What can be asked for by whoever teaches. */
public enum RequestKind {
    SHELL("a shell", "have it built now"),
    TOGETHER("one shell for several sections", "teach them in one shell"),
    APART("a section in a shell of its own again", "take it out of the shared shell"),
    START("what a shell starts from", "start from something else"),
    TITLE("another title", "change the title"),
    WINDOW("when students can enter", "open or close it otherwise"),
    MASTER("a shell for developing in", "have a shell to develop in"),
    TAKE_OVER("a section that nobody teaches", "teach a section that nobody teaches");

    private final String words;
    private final String act;

    RequestKind(String words, String act) {
        this.words = words;
        this.act = act;
    }

    /** What is asked for, in words. */
    public String words() {
        return words;
    }

    /** What one does by asking, in words. */
    public String act() {
        return act;
    }
}
