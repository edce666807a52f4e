package chalkline.core.arrivals;

import java.util.List;

/**
 * A class as the registrar lists it, before its facts are worked out. All text is trimmed; what the list does not say is
 * empty.
 *
 * @param sessionIds its academic sessions in the order named, at least one
 * @param location the room
 * @param periods when it meets, as written
 * @param crossList what the registrar says it is taught together with: sections with the same text
 * @param tags as written, separated by commas
 */
public record ListedClass(
        String id,
        String title,
        String courseId,
        String classCode,
        String location,
        List<String> sessionIds,
        String periods,
        String reference,
        String delivery,
        String campus,
        String crossList,
        String capacity,
        String tags) {}
