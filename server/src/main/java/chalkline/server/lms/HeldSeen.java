package chalkline.server.lms;

/**
 * The LMS was read in the background, by itself or since somebody asked for it.
 *
 * @param version what it was seen to hold
 */
public record HeldSeen(int version) {}
