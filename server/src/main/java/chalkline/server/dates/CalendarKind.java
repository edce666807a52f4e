package chalkline.server.dates;

/** Whose windows a calendar shows: of one shell, of all shells of an instructor, or of all of a department. */
enum CalendarKind {
    SHELL,
    INSTRUCTOR,
    DEPARTMENT
}
