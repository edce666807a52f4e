package chalkline.formats;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.LongStream;

/** Files put wrong at random, by a seed: bytes turned, taken out, doubled, cut off, and signs put in that mean something. */
public final class Mutations {
    private static final List<String> SIGNS = List.of(
            "\u0000",
            "\"",
            ",",
            "\r\n",
            "\n",
            "{",
            "}",
            "[",
            "]",
            ":",
            "- ",
            "&a ",
            "*a",
            "\uFEFF",
            "\u202E",
            "\uD83D\uDE00",
            "9999-12-31",
            "-1",
            "99999999999999999999",
            "<",
            "</item>",
            "&lt;",
            "<!DOCTYPE a>",
            "\\",
            "'",
            "#",
            "%",
            "!!x ",
            "tobedeleted",
            "true",
            "{title}",
            "\t",
            "../",
            "\u0085",
            "\u00A0");

    private Mutations() {}

    /** Seeds from 1: a few in every run, as many as the property {@code chalkline.mutations} says in a long one. */
    public static LongStream seeds(int few) {
        return LongStream.rangeClosed(1, Long.getLong("chalkline.mutations", few));
    }

    /** One to four changes. */
    public static byte[] of(byte[] file, Random random) {
        byte[] changed = file;
        for (int i = random.nextInt(4); i >= 0; i--) {
            changed = change(changed, random);
        }
        return changed;
    }

    private static byte[] change(byte[] file, Random random) {
        if (file.length == 0) {
            return sign(random);
        }
        int from = random.nextInt(file.length);
        int to = Math.min(file.length, from + 1 + random.nextInt(random.nextInt(8) == 0 ? 400 : 12));
        return switch (random.nextInt(7)) {
            case 0 -> {
                byte[] turned = file.clone();
                turned[from] = (byte) random.nextInt(256);
                yield turned;
            }
            case 1 -> joined(Arrays.copyOf(file, from), Arrays.copyOfRange(file, to, file.length));
            case 2 -> joined(Arrays.copyOf(file, to), Arrays.copyOfRange(file, from, file.length));
            case 3 -> Arrays.copyOf(file, from);
            case 4 ->
                joined(
                        Arrays.copyOf(file, from),
                        repeated(sign(random), random.nextInt(30)),
                        Arrays.copyOfRange(file, to, file.length));
            default -> joined(Arrays.copyOf(file, from), sign(random), Arrays.copyOfRange(file, from, file.length));
        };
    }

    private static byte[] sign(Random random) {
        return SIGNS.get(random.nextInt(SIGNS.size())).getBytes(StandardCharsets.UTF_8);
    }

    private static byte[] repeated(byte[] sign, int times) {
        byte[][] all = new byte[times][];
        Arrays.fill(all, sign);
        return joined(all);
    }

    private static byte[] joined(byte[]... parts) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (byte[] part : parts) {
            out.writeBytes(part);
        }
        return out.toByteArray();
    }
}
