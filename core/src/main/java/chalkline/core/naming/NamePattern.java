package chalkline.core.naming;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Function;

/**
 * Text with tokens, such as <code>{label} {title}[ · {topic}]</code>, that a code, title or category is rendered from. A
 * part in brackets is left out when a token directly in it renders empty.
 *
 * @param <T> the tokens that it may have: those of names, or of sheets for an LMS
 */
public final class NamePattern<T> {

    sealed interface Part<T> permits Literal, Field, Bracketed {}

    record Literal<T>(String text) implements Part<T> {}

    record Field<T>(T token, List<Modifier> modifiers) implements Part<T> {}

    record Bracketed<T>(List<Part<T>> parts) implements Part<T> {}

    private static final String BETWEEN_LEVELS = " / ";

    private final String source;
    private final List<Part<T>> parts;

    private NamePattern(String source, List<Part<T>> parts) {
        this.source = source;
        this.parts = parts;
    }

    /** Reads a pattern, or says at which column it goes wrong. */
    public static NamePattern<Token> parse(String source) throws PatternException {
        return parse(source, Token::named);
    }

    /**
     * Reads a pattern of other tokens than those of names, or says at which column it goes wrong.
     *
     * @param named the token of a name
     */
    public static <T> NamePattern<T> parse(String source, Function<String, Optional<T>> named) throws PatternException {
        return new NamePattern<>(source, new PatternParser<>(source, named).parse());
    }

    /** As it was written. */
    public String source() {
        return source;
    }

    /** Renders with the value of each token; runs of white space become one space and the ends are trimmed. */
    public String render(Function<T, String> values) {
        return Text.collapse(raw(values));
    }

    /**
     * Renders the levels of a place in a tree: what stands between {@code " / "}, each trimmed, empty ones left out. The
     * text is split before white space collapses, so that an empty token leaves no stray slash.
     */
    public List<String> renderLevels(Function<T, String> values) {
        String all = raw(values);
        List<String> levels = new ArrayList<>(4);
        int from = 0;
        for (int slash = all.indexOf(BETWEEN_LEVELS); slash >= 0; slash = all.indexOf(BETWEEN_LEVELS, from)) {
            addLevel(levels, all.substring(from, slash));
            from = slash + BETWEEN_LEVELS.length();
        }
        addLevel(levels, all.substring(from));
        return List.copyOf(levels);
    }

    private static void addLevel(List<String> levels, String text) {
        String level = Text.collapse(text);
        if (!level.isEmpty()) {
            levels.add(level);
        }
    }

    private String raw(Function<T, String> values) {
        if (parts.size() == 1 && parts.get(0) instanceof Field<T> field) {
            return valueOf(field, values);
        }
        StringBuilder out = new StringBuilder();
        append(out, parts, values);
        return out.toString();
    }

    /** Whether the token stands anywhere in the pattern. */
    public boolean uses(T token) {
        return uses(parts, token);
    }

    private static <T> boolean uses(List<Part<T>> parts, T token) {
        return parts.stream()
                .anyMatch(
                        part -> (part instanceof Field<T> field && field.token().equals(token))
                                || (part instanceof Bracketed<T> optional && uses(optional.parts(), token)));
    }

    private static <T> String valueOf(Field<T> field, Function<T, String> values) {
        String value = values.apply(field.token());
        for (Modifier modifier : field.modifiers()) {
            value = modifier.apply(value);
        }
        return value;
    }

    /** Appends the parts; false when a token directly among them was empty. */
    private static <T> boolean append(StringBuilder out, List<Part<T>> parts, Function<T, String> values) {
        boolean complete = true;
        for (Part<T> part : parts) {
            if (part instanceof Literal<T> literal) {
                out.append(literal.text());
            } else if (part instanceof Field<T> field) {
                String value = valueOf(field, values);
                complete &= !value.isEmpty();
                out.append(value);
            } else if (part instanceof Bracketed<T> optional) {
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
