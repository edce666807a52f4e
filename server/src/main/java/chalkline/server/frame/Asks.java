package chalkline.server.frame;

import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import jakarta.servlet.http.HttpServletRequest;
import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.CancellationException;
import java.util.function.Supplier;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/**
 * Work that a browser may say it no longer waits for: it names what it asks for in the header {@code X-Ask}, and takes it
 * back by that name. Only what computes, and asks nothing of database or LMS, may be done so.
 */
@RestController
public class Asks {
    private static final String HEADER = "X-Ask";

    private final Map<String, Thread> busy = new HashMap<>();
    private final HttpServletRequest request;

    Asks(HttpServletRequest request) {
        this.request = request;
    }

    /** Takes back what the same session asked for under this name, if it is still worked at. */
    @May(Right.SAVE_SHEETS)
    @DeleteMapping("/api/asks/{name}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void takeBack(@PathVariable String name) {
        interrupt(key(name));
    }

    /**
     * Does something that may be taken back.
     *
     * @throws Conflict where it was
     */
    public <T> T whileWanted(Supplier<T> work) {
        String name = request.getHeader(HEADER);
        if (name == null) {
            return work.get();
        }
        String key = key(name);
        begin(key);
        try {
            return work.get();
        } catch (CancellationException e) {
            throw new Conflict("This was taken back before it was done.");
        } finally {
            end(key);
        }
    }

    private String key(String name) {
        return SignedIn.login() + " " + name;
    }

    private synchronized void begin(String key) {
        busy.put(key, Thread.currentThread());
    }

    private synchronized void interrupt(String key) {
        Thread thread = busy.get(key);
        if (thread != null) {
            thread.interrupt();
        }
    }

    /** An interruption is meant for this work only, not for what the thread does next. */
    private synchronized void end(String key) {
        busy.remove(key, Thread.currentThread());
        Thread.interrupted();
    }
}
