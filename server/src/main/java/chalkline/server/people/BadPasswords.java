package chalkline.server.people;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What is wrong with a password, by NIST SP 800-63B revision 4, 3.1.1.2 (from memory): as it is the only thing asked for, it
 * has at least 15 characters; it is none of those that are known to be used, expected or given away; and nothing is said of
 * what kinds of characters it has.
 */
final class BadPasswords {
    static final int SHORTEST = 15;
    /** There: at least 64 are taken. */
    static final int LONGEST = 256;

    private static final int FEWEST_DIFFERENT = 5;
    private static final int WORD = 4;
    private static final Pattern NO_LETTERS = Pattern.compile("[^\\p{L}]+");
    private static final List<String> ROWS = List.of(
            "abcdefghijklmnopqrstuvwxyzabcdefghijklmnopqrstuvwxyz",
            "01234567890123456789012345678901234567890",
            "12345678901234567890123456789012345678901",
            "qwertyuiopasdfghjklzxcvbnmqwertyuiopasdfghjklzxcvbnm");

    private final Set<String> known;

    BadPasswords() {
        known = read();
    }

    private static Set<String> read() {
        try (BufferedReader lines = new BufferedReader(new InputStreamReader(
                BadPasswords.class.getResourceAsStream("/bad-passwords.txt"), StandardCharsets.UTF_8))) {
            return lines.lines()
                    .filter(line -> !line.startsWith("#"))
                    .flatMap(line -> Stream.of(line.split(" ")))
                    .collect(Collectors.toCollection(HashSet::new));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    /**
     * Why somebody cannot have a password; empty where nothing speaks against it.
     *
     * @param about words that others know of this person: name, login, address
     */
    Optional<String> reason(String password, List<String> about) {
        String text = Normalizer.normalize(password, Normalizer.Form.NFKC).toLowerCase(Locale.ROOT);
        int length = text.codePointCount(0, text.length());
        if (length < SHORTEST) {
            return Optional.of("A password has at least " + SHORTEST + " characters; four or five words do.");
        }
        if (length > LONGEST) {
            return Optional.of("A password has at most " + LONGEST + " characters.");
        }
        if (text.codePoints().distinct().count() < FEWEST_DIFFERENT) {
            return Optional.of("This repeats a few characters, which is guessed first. Choose other words.");
        }
        if (isOnARow(text)) {
            return Optional.of("These characters follow each other, which is guessed first. Choose other words.");
        }
        Set<String> bad = new HashSet<>(List.of("chalkline", "chalk", "line"));
        about.forEach(words -> bad.addAll(List.of(NO_LETTERS
                .matcher(words.toLowerCase(Locale.ROOT))
                .replaceAll(" ")
                .strip()
                .split(" "))));
        if (isMadeOf(text, bad)) {
            return Optional.of("This is on the list of passwords that are tried first, or made of your name or this"
                    + " program's and digits. Choose other words.");
        }
        return Optional.empty();
    }

    private static boolean isOnARow(String text) {
        String back = new StringBuilder(text).reverse().toString();
        return ROWS.stream().anyMatch(row -> row.contains(text) || row.contains(back));
    }

    /** Whether all of its letters are one known password, again and again, or words of one's own; digits do not help. */
    private boolean isMadeOf(String text, Set<String> own) {
        if (known.contains(text)) {
            return true;
        }
        String letters = NO_LETTERS.matcher(text).replaceAll("");
        if (letters.isEmpty()) {
            return false;
        }
        for (int size = WORD; size <= letters.length(); size++) {
            if (letters.length() % size == 0) {
                String part = letters.substring(0, size);
                if ((known.contains(part) || own.contains(part))
                        && part.repeat(letters.length() / size).equals(letters)) {
                    return true;
                }
            }
        }
        List<String> words = new ArrayList<>(own);
        words.removeIf(word -> word.length() < WORD);
        words.sort((a, b) -> b.length() - a.length());
        String left = letters;
        for (String word : words) {
            left = left.replace(word, "");
        }
        return left.length() < WORD;
    }
}
