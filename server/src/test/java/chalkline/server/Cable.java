package chalkline.server;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;

/** A connection to a port of this machine that can be cut, mended and laid to another port. */
public final class Cable implements AutoCloseable {
    private final ServerSocket in;
    private volatile int to;
    private final Set<Socket> open = ConcurrentHashMap.newKeySet();
    private final ExecutorService threads = Executors.newCachedThreadPool();
    private volatile boolean isCut;

    public Cable(int to) {
        this.to = to;
        try {
            this.in = new ServerSocket(0, 50, InetAddress.getLoopbackAddress());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        threads.execute(this::accept);
    }

    public int port() {
        return in.getLocalPort();
    }

    /** Where connections go from now on. */
    public void layTo(int port) {
        to = port;
    }

    /** Ends all connections and lets no other through. */
    public void cut() {
        isCut = true;
        open.forEach(Cable::end);
    }

    public void mend() {
        isCut = false;
    }

    private void accept() {
        while (!in.isClosed()) {
            Socket near;
            try {
                near = in.accept();
            } catch (IOException closed) {
                return;
            }
            try {
                if (isCut) {
                    end(near);
                    continue;
                }
                Socket far = connected(to);
                near.setTcpNoDelay(true);
                far.setTcpNoDelay(true);
                open.add(near);
                open.add(far);
                threads.execute(() -> pass(near, far));
                threads.execute(() -> pass(far, near));
            } catch (IOException nobodyIsThere) {
                end(near);
            }
        }
    }

    private static Socket connected(int port) throws IOException {
        Socket socket = new Socket();
        socket.connect(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
        return socket;
    }

    private void pass(Socket from, Socket into) {
        try (InputStream bytes = from.getInputStream()) {
            bytes.transferTo(into.getOutputStream());
        } catch (IOException ended) {
            // as a connection does that is cut
        } finally {
            end(from);
            end(into);
            open.remove(from);
            open.remove(into);
        }
    }

    private static void end(Socket socket) {
        try {
            socket.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        cut();
        try {
            in.close();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        threads.shutdownNow();
    }
}
