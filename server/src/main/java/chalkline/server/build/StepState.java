package chalkline.server.build;

/** How far a step is. */
enum StepState {
    WAITS,
    /** Begun in the LMS, which is to be asked about it. */
    UNDER_WAY,
    DONE,
    FAILED,
    /** Not tried, since an earlier step of the same shell failed. */
    HELD_BACK
}
