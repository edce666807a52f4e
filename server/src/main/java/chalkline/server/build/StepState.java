package chalkline.server.build;

/** How far a step is. */
enum StepState {
    WAITS,
    /** Begun in the LMS, which is to be asked about it. */
    UNDER_WAY,
    DONE,
    FAILED,
    /** Not tried, since an earlier step of the same shell, or of one that it depends on, failed. */
    HELD_BACK,
    /** Not tried, since the build ended before. */
    LEFT,
    /** What a taking back leaves as it is, with the reason. */
    KEPT
}
