package chalkline.standins.lms;

/** What an adapter of the LMS port may have got wrong. */
enum Defect {
    NONE,
    /** A repeated call is carried out again. */
    FORGETS_KEYS,
    ANSWERS_REVERSED,
    OPENS_NEW,
    /** It says that a code is free which another shell has. */
    TAKES_TAKEN_CODES,
    FORGETS_WINDOWS,
    /** Only a look at everything tells what changed. */
    TELLS_NO_CHANGES,
    KNOWS_EVERY_MARK,
    SKIPS_ON_PAGES,
    HIDES_REMOVED,
    REMOVES_TOUCHED,
    SHUTS_WHAT_IT_CLOSES,
    DIGESTS_IN_CAPITALS,
    REVERSES_OUTLINES,
    KNOWS_EVERYBODY
}
