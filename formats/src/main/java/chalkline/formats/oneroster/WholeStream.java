package chalkline.formats.oneroster;

import java.io.IOException;
import java.io.InputStream;
import java.util.zip.CRC32;
import java.util.zip.CheckedInputStream;

/** What comes out of a zip, ending with an error where its checksum (CRC-32) is not the one that the zip gives. */
final class WholeStream extends CheckedInputStream {
    private final long wanted;

    WholeStream(InputStream in, long wanted) {
        super(in, new CRC32());
        this.wanted = wanted;
    }

    @Override
    public int read() throws IOException {
        int c = super.read();
        check(c);
        return c;
    }

    @Override
    public int read(byte[] buffer, int offset, int length) throws IOException {
        int n = super.read(buffer, offset, length);
        check(n);
        return n;
    }

    private void check(int got) throws IOException {
        if (got < 0 && getChecksum().getValue() != wanted) {
            throw new IOException("it was damaged on its way (its checksum is wrong); fetch the list again");
        }
    }
}
