package chalkline.bench;

import java.util.Arrays;

/** Times of the same thing over and over. What else a machine does only ever makes a run longer. */
final class Runs {
    private Runs() {}

    /** The lower quartile. */
    static double quartile(double[] millis) {
        return Arrays.stream(millis).sorted().toArray()[millis.length / 4];
    }
}
