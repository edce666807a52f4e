package chalkline.server.upkeep;

import java.util.List;
import org.jspecify.annotations.Nullable;

/** What screens are told about moves and categories. */
final class MoveViews {
    private MoveViews() {}

    /**
     * The moves that hold, and what can be moved.
     *
     * @param version of the conventions
     */
    record Sheet(
            String versions,
            int version,
            List<Move> moves,
            List<Department> departments,
            List<Course> courses,
            List<String> terms) {}

    /**
     * One move.
     *
     * @param index its place among the moves, counted from 0
     * @param what what is moved, in words
     * @param sections how many sections of the term it matches, whether or not a later move wins
     */
    record Move(
            int index,
            String what,
            String to,
            String toName,
            @Nullable String college,
            @Nullable String since,
            int sections) {}

    /**
     * A department as the list has it, or as a move made it.
     *
     * @param college whether it is a college itself
     * @param sections of the term that are under it now
     */
    record Department(
            String code, String name, String collegeCode, String collegeName, boolean college, int sections) {}

    /** A course of the term, and the department that it is under now. */
    record Course(String code, String title, String department, String departmentName, int sections) {}

    /** How many shells are in a category. */
    record CategoryCount(String path, int before, int after) {}

    /** How many shells change in one field. */
    record FieldCount(String field, String name, int shells) {}

    /** One shell before and after. */
    record Sample(String key, String code, String title, String before, String after, List<String> changed) {}

    /**
     * What a change would move.
     *
     * @param shells how many shells differ in anything
     * @param standing how many of them stand in the LMS
     * @param before how many shells the term has before, all categories together
     * @param after how many it has after
     * @param unmatched what was given and matches nothing of the list
     * @param keys of the shells that differ
     */
    record Effect(
            int shells,
            int standing,
            int before,
            int after,
            List<CategoryCount> categories,
            List<FieldCount> fields,
            List<Sample> samples,
            List<String> unmatched,
            List<String> keys) {}

    /**
     * A category of the LMS.
     *
     * @param shells in it, of all terms
     * @param below how many shells are in categories below it
     * @param wanted how many shells of the term are to be in it or below it
     * @param hidden whether only administrators see it
     */
    record Category(String path, int shells, int below, int wanted, boolean locked, boolean hidden) {}

    /** What came of a category that was to go. */
    record Gone(String path, boolean done, String reason) {}
}
