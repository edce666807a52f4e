package chalkline.cli.conform;

/** The adapter does otherwise than the port says. */
final class Broken extends RuntimeException {
    private static final long serialVersionUID = 1L;

    Broken(String message) {
        super(message);
    }

    /** @throws Broken with these words, unless it is so */
    static void unless(boolean so, String words) {
        if (!so) {
            throw new Broken(words);
        }
    }
}
