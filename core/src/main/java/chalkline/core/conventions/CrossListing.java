package chalkline.core.conventions;

import java.util.Set;

/**
 * The policy for cross-lists.
 *
 * @param foldAt how many courses or items a label names before it folds to a count
 * @param mark whose suggestions are marked to be kept from the start
 */
public record CrossListing(Allow allow, Lead lead, int foldAt, Set<Tier> mark) {

    public static final CrossListing USUAL = new CrossListing(Allow.SAME_DEPARTMENT, Lead.LARGEST, 4);

    /** With the tiers marked that usually are: what the registrar lists as one, and what meets as one. */
    public CrossListing(Allow allow, Lead lead, int foldAt) {
        this(allow, lead, foldAt, Set.of(Tier.LISTED, Tier.SAME_MEETING));
    }

    /** How strong the evidence is that sections are taught together, the strongest first. */
    public enum Tier {
        LISTED("listed", "Listed by the registrar"),
        SAME_MEETING("same-meeting", "Same room, same hours, same instructor"),
        SAME_COURSE("same-course", "Same course, same instructor");

        private final String key;
        private final String plainName;

        Tier(String key, String plainName) {
            this.key = key;
            this.plainName = plainName;
        }

        public String key() {
            return key;
        }

        /** What it is called on screen. */
        public String plainName() {
            return plainName;
        }
    }

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
