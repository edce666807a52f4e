package chalkline.cli.conform;

/**
 * What came of one check.
 *
 * @param check its name
 * @param keeps what an adapter keeps that passes it, as a sentence
 * @param says what is otherwise; empty where it is kept
 * @param call the last call that was made, which shows it, with what was answered
 */
public record Result(String check, Outcome outcome, String keeps, String says, String call) {

    /** How it stands with a check. */
    public enum Outcome {
        KEPT("kept"),
        BROKEN("BROKEN"),
        NOT_OFFERED("not offered");

        private final String words;

        Outcome(String words) {
            this.words = words;
        }

        public String words() {
            return words;
        }
    }
}
