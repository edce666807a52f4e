package chalkline.core.proof;

/**
 * From when to when students of one section can enter a shell that several sections share, where dates of the section's
 * own keep them out for a part of the time; as ISO 8601 with offset.
 *
 * @param opens the later of the section's and the shell's
 * @param closes the earlier of the section's and the shell's
 */
public record SectionWindow(String opens, String closes) {}
