package chalkline.formats.oneroster;

import java.io.FilterReader;
import java.io.IOException;
import java.io.PushbackReader;
import java.io.Reader;

/** A reader without the byte order mark that a file may start with. */
final class WithoutMark extends FilterReader {
    private static final char MARK = '\uFEFF';

    private boolean started;

    WithoutMark(Reader in) {
        super(new PushbackReader(in, 1));
    }

    @Override
    public int read(char[] buffer, int offset, int length) throws IOException {
        if (!started) {
            started = true;
            int first = in.read();
            if (first >= 0 && first != MARK) {
                ((PushbackReader) in).unread(first);
            }
        }
        return in.read(buffer, offset, length);
    }

    @Override
    public int read() throws IOException {
        char[] one = new char[1];
        return read(one, 0, 1) < 0 ? -1 : one[0];
    }
}
