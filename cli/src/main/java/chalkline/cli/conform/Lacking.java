package chalkline.cli.conform;

/** The adapter does not offer what a check is about, or too little was given to look at it. */
final class Lacking extends RuntimeException {
    private static final long serialVersionUID = 1L;

    Lacking(String message) {
        super(message);
    }
}
