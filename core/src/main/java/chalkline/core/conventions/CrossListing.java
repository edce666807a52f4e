package chalkline.core.conventions;

/**
 * The policy for cross-lists.
 *
 * @param foldAt how many courses or items a label names before it folds to a count
 */
public record CrossListing(Allow allow, Lead lead, int foldAt) {

    public static final CrossListing USUAL = new CrossListing(Allow.SAME_DEPARTMENT, Lead.LARGEST, 4);

    /** What sections may be joined without a person's approval. */
    public enum Allow {
        SAME_COURSE("same-course"),
        SAME_DEPARTMENT("same-department"),
        ANY("any");

        private final String key;

        Allow(String key) {
            this.key = key;
        }

        public String key() {
            return key;
        }
    }

    /** Which section leads where nobody chose. */
    public enum Lead {
        LARGEST("largest"),
        LOWEST("lowest");

        private final String key;

        Lead(String key) {
            this.key = key;
        }

        public String key() {
            return key;
        }
    }
}
