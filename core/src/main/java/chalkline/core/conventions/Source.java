package chalkline.core.conventions;

/** Where a value came from. Layers and overrides are counted from 0 in the order of the file. */
public record Source(Origin origin, int index, String name) {

    /** The kinds of places that a value can come from. */
    public enum Origin {
        DEFAULT,
        LAYER,
        OVERRIDE
    }

    static final Source UNLESS_SET = new Source(Origin.DEFAULT, 0, "");

    static Source layer(int index, Layer layer) {
        return new Source(Origin.LAYER, index, layer.name());
    }

    static Source override(int index) {
        return new Source(Origin.OVERRIDE, index, "");
    }
}
