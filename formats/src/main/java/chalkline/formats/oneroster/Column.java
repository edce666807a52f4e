package chalkline.formats.oneroster;

/** A column whose place is looked up once, when the header is read. */
class Column {
    /** From 0; -1 where the file does not have it. */
    int place = -1;

    private final String name;

    Column(String name) {
        this.name = name;
    }

    String name() {
        return name;
    }
}
