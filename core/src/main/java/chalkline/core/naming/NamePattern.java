package chalkline.core.naming;

import java.util.Arrays;
import java.util.List;
import java.util.function.Function;

/**
 * Text with tokens, such as <code>{label} {title}[ · {topic}]</code>, that a code, title or category is rendered from. A
 * part in brackets is left out when a token directly in it renders empty.
 */
public final class NamePattern {

    sealed interface Part permits Literal, Field, Bracketed {}

    record Literal(String text) implements Part {}

    record Field(Token token, List<Modifier> modifiers) implements Part {}

    record Bracketed(List<Part> parts) implements Part {}

    private final String source;
    private final List<Part> parts;

    private NamePattern(String source, List<Part> parts) {
        this.source = source;
        this.parts = parts;
    }

    /** Reads a pattern, or says at which column it goes wrong. */
    public static NamePattern parse(String source) throws PatternException {
        return new NamePattern(source, new PatternParser(source).parse());
    }

    /** As it was written. */
    public String source() {
        return source;
    }

    /** Renders with the value of each token; runs of white space become one space and the ends are trimmed. */
    public String render(Function<Token, String> values) {
        return Text.collapse(raw(values));
    }

    /**
     * Renders the levels of a place in a tree: what stands between {@code " / "}, each trimmed, empty ones left out. The
     * text is split before white space collapses, so that an empty token leaves no stray slash.
     */
    public List<String> renderLevels(Function<Token, String> values) {
        return Arrays.stream(raw(values).split(" / ", -1))
                .map(Text::collapse)
                .filter(level -> !level.isEmpty())
                .toList();
    }

    private String raw(Function<Token, String> values) {
        StringBuilder out = new StringBuilder();
        append(out, parts, values);
        return out.toString();
    }

    /** Whether the token stands anywhere in the pattern. */
    public boolean uses(Token token) {
        return uses(parts, token);
    }

    private static boolean uses(List<Part> parts, Token token) {
        return parts.stream()
                .anyMatch(part -> (part instanceof Field field && field.token() == token)
                        || (part instanceof Bracketed optional && uses(optional.parts(), token)));
    }

    /** Appends the parts; false when a token directly among them was empty. */
    private static boolean append(StringBuilder out, List<Part> parts, Function<Token, String> values) {
        boolean complete = true;
        for (Part part : parts) {
            if (part instanceof Literal literal) {
                out.append(literal.text());
            } else if (part instanceof Field field) {
                String value = values.apply(field.token());
                for (Modifier modifier : field.modifiers()) {
                    value = modifier.apply(value);
                }
                complete &= !value.isEmpty();
                out.append(value);
            } else if (part instanceof Bracketed optional) {
                int before = out.length();
                if (!append(out, optional.parts(), values)) {
                    out.setLength(before);
                }
            }
        }
        return complete;
    }

    @Override
    public String toString() {
        return source;
    }

    /** The pattern that gives a text as it is. */
    public static String literally(String text) {
        return text.replaceAll("[\\\\{}\\[\\]]", "\\\\$0");
    }
}
