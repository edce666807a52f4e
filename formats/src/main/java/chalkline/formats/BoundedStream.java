package chalkline.formats;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.util.List;

/** What comes out of a packed file, ending with an error where it is more than any honest file has. */
public final class BoundedStream extends FilterInputStream {
    private final long most;
    private long left;

    /** @param most the bytes that may come */
    public BoundedStream(InputStream in, long most) {
        super(in);
        this.most = most;
        left = most;
    }

    /** Whether a name in an archive leads out of the folder that it would be unpacked to. */
    public static boolean leadsOut(String name) {
        String path = name.replace('\\', '/');
        return path.startsWith("/")
                || path.matches("[A-Za-z]:.*")
                || List.of(path.split("/")).contains("..");
    }

    @Override
    public int read() throws IOException {
        int c = super.read();
        count(c < 0 ? 0 : 1);
        return c;
    }

    @Override
    public int read(byte[] buffer, int offset, int length) throws IOException {
        int n = super.read(buffer, offset, length);
        count(Math.max(n, 0));
        return n;
    }

    private void count(int n) throws IOException {
        left -= n;
        if (left < 0) {
            throw new IOException("it has more than " + (most >> 20) + " MB; no such file is read");
        }
    }
}
