package chalkline.core.proof;

import chalkline.core.conventions.ShellField;

/** The parts of a shell that no convention sets. */
public enum ShellPart implements ShellField {
    SECTIONS("sections"),
    SECTION_WINDOWS("sectionWindows"),
    PEOPLE("people"),
    KEY("key"),
    CLOSED("closed");

    private final String key;

    ShellPart(String key) {
        this.key = key;
    }

    @Override
    public String key() {
        return key;
    }
}
