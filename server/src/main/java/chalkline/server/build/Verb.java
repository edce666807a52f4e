package chalkline.server.build;

/** What a step asks of the LMS. */
enum Verb {
    CATEGORY,
    TEMPLATE,
    RENAME,
    SHELL,
    COPY,
    OUTLINE,
    PEOPLE,
    /** A new shell that is filled is opened to students. */
    OPEN,
    CLOSE,
    /** A closed shell is as it was before it was closed. */
    REOPEN,
    /** Only administrators enter it from then on. */
    ARCHIVE,
    /** It is as it was before it was archived. */
    UNARCHIVE,
    REMOVE,
    REMOVE_CATEGORY
}
