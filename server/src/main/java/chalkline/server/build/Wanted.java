package chalkline.server.build;

import java.util.List;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * What somebody wanted of a build.
 *
 * @param keys the shells; all that can be, if empty
 * @param closes how many shells the person agreed to have closed
 * @param causes of a build that goes on with another: what failed for these reasons only; all that is left, if empty
 * @param away what becomes of shells of a term that is over; null where the build is none of those
 * @param master the key of the master whose content is taken into standing shells; null where the build is none of those
 * @param putBack whether what people did by hand to the shells is put back, also where a build leaves it to them
 * @param checked whether the LMS was asked about new student work, where sections come into other shells
 */
record Wanted(
        Set<String> keys,
        int closes,
        List<String> causes,
        boolean checked,
        boolean putBack,
        @Nullable Away away,
        @Nullable String master) {

    Wanted(Set<String> keys, int closes, List<String> causes, boolean checked) {
        this(keys, closes, causes, checked, false, null, null);
    }
}
