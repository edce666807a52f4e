package chalkline.core.upkeep;

/**
 * How many of a number of shells are to be looked at by hand, so that a share of faulty ones hardly slips by: the smallest
 * sample that has at least one faulty shell with the wanted confidence, where the share of them is just so large. It is
 * drawn without putting back, so the hypergeometric distribution holds; none faulty in the sample is the only outcome that
 * lets all pass (acceptance number 0).
 */
public final class SampleSize {
    private SampleSize() {}

    /**
     * @param shells how many there are
     * @param share of faulty shells that is not to slip by, above 0 and below 1; of a part of a shell the whole counts
     * @param confidence with which it does not, above 0 and below 1
     * @return from 0, where there are no shells, to all of them
     * @throws IllegalArgumentException where a number is out of its bounds
     */
    public static int of(int shells, double share, double confidence) {
        if (shells < 0 || !(share > 0 && share < 1) || !(confidence > 0 && confidence < 1)) {
            throw new IllegalArgumentException(shells + " shells, share " + share + ", confidence " + confidence);
        }
        int faulty = faulty(shells, share);
        double none = 1;
        int drawn = 0;
        while (drawn < shells && none > 1 - confidence) {
            // the chance that the next one is sound, given that all before were
            none *= Math.max(0, (double) (shells - faulty - drawn) / (shells - drawn));
            drawn++;
        }
        return drawn;
    }

    /** How many shells a share is, at least one of any. */
    public static int faulty(int shells, double share) {
        return Math.max(1, (int) Math.ceil(shells * share - 1e-9));
    }
}
