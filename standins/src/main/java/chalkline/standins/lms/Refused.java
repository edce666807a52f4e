package chalkline.standins.lms;

/** Something that the LMS does not take. Only the one item is undone. */
final class Refused extends RuntimeException {
    private static final long serialVersionUID = 1L;

    private final String word;

    Refused(String word, String message) {
        super(message);
        this.word = word;
    }

    String word() {
        return word;
    }
}
