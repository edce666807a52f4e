package chalkline.server.build;

/** What becomes of shells of a term that is over. */
public enum Away {
    ARCHIVE(Verb.ARCHIVE, "archive"),
    /** As they were before they were archived. */
    RETURN(Verb.UNARCHIVE, "as it was before it was archived"),
    /** For good; no way leads back. */
    DELETE(Verb.REMOVE, "delete for good");

    private final Verb verb;
    private final String words;

    Away(Verb verb, String words) {
        this.verb = verb;
        this.words = words;
    }

    Verb verb() {
        return verb;
    }

    String words() {
        return words;
    }
}
