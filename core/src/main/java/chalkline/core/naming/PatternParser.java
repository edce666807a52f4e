package chalkline.core.naming;

import chalkline.core.Bounds;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/** Reads the grammar of patterns in one pass over code points. */
final class PatternParser<T> {
    private final int[] source;
    private final Function<String, Optional<T>> named;
    private int at;
    private int depth;

    PatternParser(String source, Function<String, Optional<T>> named) {
        this.named = named;
        this.source = source.codePoints().toArray();
    }

    List<NamePattern.Part<T>> parse() throws PatternException {
        return parts(-1);
    }

    /** Parts up to the end, or up to the bracket that closes the one opened at the given place. */
    private List<NamePattern.Part<T>> parts(int openedAt) throws PatternException {
        List<NamePattern.Part<T>> parts = new ArrayList<>();
        StringBuilder text = new StringBuilder();
        while (at < source.length) {
            int c = source[at];
            if (c == ']' && openedAt >= 0) {
                flush(text, parts);
                at++;
                return parts;
            }
            switch (c) {
                case '\\' -> {
                    if (at + 1 == source.length) {
                        throw error(at, "a backslash at the end takes no character");
                    }
                    text.appendCodePoint(source[at + 1]);
                    at += 2;
                }
                case '{' -> {
                    flush(text, parts);
                    parts.add(field());
                }
                case '[' -> {
                    flush(text, parts);
                    int opened = at++;
                    if (++depth > Bounds.BRACKETS) {
                        throw error(opened, "more than " + Bounds.BRACKETS + " brackets stand inside each other");
                    }
                    parts.add(new NamePattern.Bracketed<>(parts(opened)));
                    depth--;
                }
                case ']' -> throw error(at, "this ] closes nothing");
                case '}' -> throw error(at, "this } closes nothing");
                default -> {
                    text.appendCodePoint(c);
                    at++;
                }
            }
        }
        if (openedAt >= 0) {
            throw error(openedAt, "this [ is not closed");
        }
        flush(text, parts);
        return parts;
    }

    private void flush(StringBuilder text, List<NamePattern.Part<T>> parts) {
        if (text.length() > 0) {
            parts.add(new NamePattern.Literal<>(text.toString()));
            text.setLength(0);
        }
    }

    private NamePattern.Field<T> field() throws PatternException {
        int opened = at++;
        int close = at;
        while (close < source.length && source[close] != '}') {
            close++;
        }
        if (close == source.length) {
            throw error(opened, "this { is not closed");
        }
        List<Piece> pieces = pieces(at, close);
        at = close + 1;
        Piece name = pieces.get(0);
        T token = named.apply(name.text())
                .orElseThrow(() -> error(
                        name.at(),
                        name.text().isEmpty()
                                ? "a token needs a name"
                                : "there is no token named \"" + name.text() + "\""));
        List<Modifier> modifiers = new ArrayList<>();
        for (Piece piece : pieces.subList(1, pieces.size())) {
            modifiers.add(Modifier.parse(piece.text())
                    .orElseThrow(() -> error(piece.at(), "there is no modifier \"" + piece.text() + "\"")));
        }
        return new NamePattern.Field<>(token, List.copyOf(modifiers));
    }

    private record Piece(int at, String text) {}

    /** What stands between colons, trimmed, each with the place of its first character. */
    private List<Piece> pieces(int from, int to) {
        List<Piece> pieces = new ArrayList<>();
        int start = from;
        for (int i = from; i <= to; i++) {
            if (i == to || source[i] == ':') {
                int first = start;
                while (first < i && Text.isWhiteSpace(source[first])) {
                    first++;
                }
                pieces.add(new Piece(first, Text.trim(new String(source, start, i - start))));
                start = i + 1;
            }
        }
        return pieces;
    }

    private static PatternException error(int index, String reason) {
        return new PatternException(index + 1, reason);
    }
}
