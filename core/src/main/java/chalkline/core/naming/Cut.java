package chalkline.core.naming;

/** Shortens text to whole words with an ellipsis. */
public final class Cut {
    private Cut() {}

    /**
     * The text in at most {@code limit} code points: unchanged if it fits; else the longest run of whole words that
     * leaves room for the ellipsis, without white space and punctuation at its end; where nothing is left, or not even
     * one word fits, the first code points.
     */
    public static String to(String text, int limit) {
        if (Text.length(text) <= limit) {
            return text;
        }
        int room = text.offsetByCodePoints(0, limit - 1);
        int end = room;
        if (!Text.isWhiteSpace(text.charAt(room))) {
            while (end > 0 && !Text.isWhiteSpace(text.charAt(end - 1))) {
                end--;
            }
        }
        while (end > 0 && endsBare(text.codePointBefore(end))) {
            end -= Character.charCount(text.codePointBefore(end));
        }
        return text.substring(0, end == 0 ? room : end) + "…";
    }

    private static boolean endsBare(int codePoint) {
        return Text.isWhiteSpace(codePoint)
                || switch (Character.getType(codePoint)) {
                    case Character.CONNECTOR_PUNCTUATION,
                            Character.DASH_PUNCTUATION,
                            Character.START_PUNCTUATION,
                            Character.END_PUNCTUATION,
                            Character.INITIAL_QUOTE_PUNCTUATION,
                            Character.FINAL_QUOTE_PUNCTUATION,
                            Character.OTHER_PUNCTUATION -> true;
                    default -> false;
                };
    }
}
