package chalkline.server.nights;

/** A kind of change of a shell that can go through by itself. */
enum Kind {
    /** Students come in. */
    ADDS,
    /** Students go out. */
    DROPS,
    /** Instructors come in and go out. */
    INSTRUCTORS,
    /** Shells are made for sections that the list before did not have. */
    NEW_SECTIONS,
    /** When a shell opens and closes, and who enters when. */
    DATES,
    /** Codes, titles, categories, and whatever else follows from them. */
    NAMES,
    /** All else; it always waits for a person. */
    OTHER
}
