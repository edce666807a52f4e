package chalkline.formats.oneroster;

/** Texts of fields; one that stands on the characters of the one above it is the same text. */
final class Texts {
    private final String[] above;
    private final Block[] blocks;
    private final int[] froms;

    /** @param width how many fields a record has */
    Texts(int width) {
        above = new String[width];
        blocks = new Block[width];
        froms = new int[width];
    }

    String text(Block block, int record, int place) {
        int length = block.length(record, place);
        int from = block.from(record, place);
        if (length == 0 || (blocks[place] == block && froms[place] == from)) {
            return length == 0 ? "" : above[place];
        }
        String text = new String(block.text(), from, length);
        if (!text.equals(above[place])) {
            above[place] = text;
        }
        blocks[place] = block;
        froms[place] = from;
        return above[place];
    }
}
