package chalkline.core.conventions;

/** What a shell can differ in from what the LMS holds: a {@link Setting}, or another part of it. */
public interface ShellField {

    /** Its name in files and sheets. */
    String key();
}
