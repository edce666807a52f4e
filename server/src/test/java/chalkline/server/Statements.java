package chalkline.server;

import java.util.concurrent.atomic.AtomicLong;
import org.hibernate.resource.jdbc.spi.StatementInspector;

/** Counts what requests ask the database; what goes on in the background is not counted with it. */
public final class Statements implements StatementInspector {
    private static final long serialVersionUID = 1L;

    private static final AtomicLong OF_REQUESTS = new AtomicLong();

    @Override
    public String inspect(String sql) {
        if (Thread.currentThread().getName().contains("-exec-")) {
            OF_REQUESTS.incrementAndGet();
        }
        return sql;
    }

    /** How many statements requests took while this ran. */
    public static long during(Runnable requests) {
        long before = OF_REQUESTS.get();
        requests.run();
        return OF_REQUESTS.get() - before;
    }
}
