package chalkline.server.build;

/** What a step asks of the LMS, in the order in which the steps of one shell are carried out. */
enum Verb {
    CATEGORY,
    TEMPLATE,
    CLOSE,
    RENAME,
    SHELL,
    COPY,
    OUTLINE,
    PEOPLE
}
