package chalkline.server.masters;

import chalkline.core.naming.Plain;
import chalkline.core.proof.HeldShell;
import java.util.List;

/**
 * A shell outside any term that sections start from.
 *
 * @param category its levels from the top
 * @param courses names of courses as in {@code MATH 101}; none where it is only developed in
 * @param datesOf the term whose weeks its dates were made for; empty where it has no dates that count
 * @param retired whether it is put away, so that nothing starts from it
 */
public record Master(
        String id,
        String title,
        String code,
        List<String> category,
        List<String> courses,
        String datesOf,
        boolean retired) {

    /** What the LMS knows it by. */
    public String key() {
        return key(id);
    }

    static String key(String id) {
        return HeldShell.MASTER + id;
    }

    /** The name of a course, however it is written: {@code MATH 101}, {@code math-101}. */
    public static String slug(String course) {
        return Plain.slug(course);
    }
}
