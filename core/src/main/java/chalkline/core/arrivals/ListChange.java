package chalkline.core.arrivals;

import java.util.Locale;

/**
 * One thing that differs between two lists for one section.
 *
 * @param section sourcedId
 * @param person sourcedId of who came or left; empty for all else
 * @param before what the list before says, empty for what came
 * @param after what the list after says, empty for what is gone
 */
public record ListChange(String section, What what, String person, String before, String after) {

    /** What differs, in the order in which the changes of a section stand. */
    public enum What {
        SECTION_IN,
        SECTION_OUT,
        COURSE,
        TITLE,
        TOPIC,
        SECTION,
        REFERENCE,
        DEPARTMENT,
        SESSION,
        DATES,
        MEETS,
        ROOM,
        DELIVERY,
        CAMPUS,
        CAPACITY,
        TAGS,
        INSTRUCTOR_IN,
        INSTRUCTOR_OUT,
        PRIMARY,
        ADD,
        DROP;

        public String key() {
            return name().toLowerCase(Locale.ROOT).replace('_', '-');
        }
    }
}
