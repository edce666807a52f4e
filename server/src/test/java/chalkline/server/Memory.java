package chalkline.server;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.kagkarlsson.scheduler.Executor;
import com.github.kagkarlsson.scheduler.Scheduler;
import io.github.resilience4j.circuitbreaker.CircuitBreaker;
import java.lang.reflect.Field;
import java.util.Map;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import org.springframework.aop.framework.Advised;
import org.springframework.context.ApplicationContext;

/** What a running application has in memory and at work, for tests that put its database back under it. */
final class Memory {
    private final ApplicationContext context;

    Memory(ApplicationContext context) {
        this.context = context;
    }

    /** Nothing new is begun in the background, and what is under way has ended. */
    void rest(Runnable noMoreLots) {
        Scheduler scheduler = context.getBean(Scheduler.class);
        scheduler.pause();
        noMoreLots.run();
        // what the last look found may not have begun yet
        until("looks for what is due", Memory::nobodyLooks);
        Executor executor = (Executor) value(field(Scheduler.class, "executor"), scheduler);
        until("jobs", () -> executor.getNumberInQueueOrProcessing() == 0);
        Map<?, ?> inHand = (Map<?, ?>) field("chalkline.server.build.BuildEngine", "inHand");
        until("lots", inHand::isEmpty);
    }

    private static boolean nobodyLooks() {
        return Thread.getAllStackTraces().entrySet().stream()
                .filter(thread -> thread.getKey().getName().startsWith("db-scheduler-execute-due"))
                .allMatch(thread -> Stream.of(thread.getValue())
                        .anyMatch(frame -> frame.getClassName().endsWith(".Waiter")
                                && frame.getMethodName().equals("doWait")));
    }

    void goOn() {
        context.getBean(Scheduler.class).resume();
    }

    /** Everything that was read from the database is read anew, and nothing is known of the LMS. */
    void forget() {
        for (String name : context.getBeanDefinitionNames()) {
            Object bean = context.getBean(name);
            for (Class<?> type = target(bean).getClass();
                    type != null && type.getName().startsWith("chalkline.");
                    type = type.getSuperclass()) {
                for (Field field : type.getDeclaredFields()) {
                    forget(value(field, target(bean)));
                }
            }
        }
    }

    private static void forget(Object value) {
        if (value instanceof Cache<?, ?> cache) {
            cache.invalidateAll();
        } else if (value instanceof CircuitBreaker breaker) {
            breaker.reset();
        }
    }

    private Object field(String type, String name) {
        for (String bean : context.getBeanDefinitionNames()) {
            Object target = target(context.getBean(bean));
            if (target.getClass().getName().equals(type)) {
                return value(field(target.getClass(), name), target);
            }
        }
        throw new IllegalStateException("There is no " + type + ".");
    }

    private static Field field(Class<?> type, String name) {
        try {
            return type.getDeclaredField(name);
        } catch (NoSuchFieldException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Object value(Field field, Object of) {
        try {
            field.setAccessible(true);
            Object value = field.get(of);
            return value == null ? "" : value;
        } catch (IllegalAccessException e) {
            throw new IllegalStateException(e);
        }
    }

    private static Object target(Object bean) {
        try {
            Object target =
                    bean instanceof Advised advised ? advised.getTargetSource().getTarget() : bean;
            return target == null ? bean : target;
        } catch (Exception e) {
            throw new IllegalStateException(e);
        }
    }

    private static void until(String what, BooleanSupplier done) {
        for (int n = 0; !done.getAsBoolean(); n++) {
            if (n > 6000) {
                throw new IllegalStateException("Some " + what + " do not end.");
            }
            Programs.pause(20);
        }
    }
}
