package chalkline.core.arrivals;

/**
 * A catalog entry as the registrar lists it. Its code is unread text here; {@link CourseCode} takes it apart.
 *
 * @param orgId the organization that owns it
 * @param credits as written, or empty
 */
public record Course(String id, String title, String courseCode, String orgId, String credits) {}
