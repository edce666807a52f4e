package chalkline.server.build;

/**
 * A step before it is written down.
 *
 * @param shellKey the shell it belongs to; empty for a category, which many share
 * @param message what it does, for people to read
 * @param payload one of the records of {@link chalkline.server.lms.Lms}
 */
record PlannedStep(String shellKey, String shellCode, String department, Verb verb, String message, Object payload) {}
