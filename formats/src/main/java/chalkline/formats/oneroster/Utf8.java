package chalkline.formats.oneroster;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.CodingErrorAction;
import java.nio.charset.StandardCharsets;

/** Finds where text stops being UTF-8. A line feed is never part of a longer sequence, so each line decodes alone. */
final class Utf8 {
    private Utf8() {}

    static long firstWrongLine(InputStream in) throws IOException {
        ByteArrayOutputStream line = new ByteArrayOutputStream();
        long number = 1;
        byte[] buffer = new byte[64 * 1024];
        for (int n = in.read(buffer); n >= 0; n = in.read(buffer)) {
            for (int i = 0; i < n; i++) {
                line.write(buffer[i]);
                if (buffer[i] == '\n') {
                    if (!decodes(line.toByteArray())) {
                        return number;
                    }
                    number++;
                    line.reset();
                }
            }
        }
        return number;
    }

    private static boolean decodes(byte[] bytes) {
        try {
            StandardCharsets.UTF_8
                    .newDecoder()
                    .onMalformedInput(CodingErrorAction.REPORT)
                    .decode(ByteBuffer.wrap(bytes));
            return true;
        } catch (CharacterCodingException e) {
            return false;
        }
    }
}
