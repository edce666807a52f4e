package chalkline.server.courses;

import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;

/** Courses as they are published. */
final class CourseViews {
    private static final int LONGEST = 4000;

    private CourseViews() {}

    /** What people write of a course; plain text. */
    record Words(
            @NotNull @Size(max = LONGEST) String summary,
            @NotNull @Size(max = LONGEST) String prerequisites,
            @NotNull @Size(max = LONGEST) String technical) {
        static final Words NONE = new Words("", "", "");
    }

    /** When a course is offered, by whom and how. */
    record Offered(String term, String name, List<String> instructors, List<String> deliveries, List<String> meets) {}

    /**
     * A course.
     *
     * @param id its sourcedId
     * @param name such as {@code OCEA 210}
     * @param path the end of its page's address
     * @param may whether whoever looks may write of it
     */
    record Course(
            String id,
            String name,
            String title,
            String department,
            String departmentCode,
            String path,
            Words words,
            List<Offered> offered,
            boolean may) {}

    /** All courses that one may write of, and whether their pages are published. */
    record Sheet(boolean published, boolean mayPublish, List<Course> courses) {}
}
