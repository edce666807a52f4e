package chalkline.server.frame;

import java.sql.SQLException;
import java.time.Duration;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.Supplier;
import org.aopalliance.intercept.MethodInterceptor;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.aop.Advisor;
import org.springframework.aop.support.ComposablePointcut;
import org.springframework.aop.support.DefaultPointcutAdvisor;
import org.springframework.aop.support.annotation.AnnotationMatchingPointcut;
import org.springframework.beans.factory.config.BeanDefinition;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.annotation.Role;
import org.springframework.core.Ordered;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.TransactionException;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionCallback;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * A transaction that the database gave up over another one (a deadlock, or on a cluster a conflict of certification, which
 * MariaDB says by the same number) was undone whole, so it is done once more from its beginning. What a transaction does
 * beside the database is nothing that may not be done twice: nobody outside is asked within one.
 */
@Configuration
public class OnceMore {
    private static final Logger LOG = LoggerFactory.getLogger(OnceMore.class);
    private static final Time TIME = new SystemTime();
    private static final int MOST_TRIES = 4;
    private static final int PAUSE_MILLIS = 20;
    /** ER_LOCK_DEADLOCK (MariaDB, error codes). */
    private static final int DEADLOCK = 1213;
    /** SQLSTATE of a transaction that was rolled back for serialization (ISO/IEC 9075-2, class 40). */
    private static final String ROLLED_BACK = "40001";

    /** Whether the database undid a whole transaction over another one. */
    public static boolean isConflict(Throwable e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException sql
                    && (sql.getErrorCode() == DEADLOCK || ROLLED_BACK.equals(sql.getSQLState()))) {
                return true;
            }
        }
        return false;
    }

    /** Does a whole transaction, and again where the database undid it over another one. */
    public static <T> T trying(Supplier<T> transaction) {
        if (isInside()) {
            // only the whole of it can be done once more
            return transaction.get();
        }
        for (int n = 1; ; n++) {
            try {
                return transaction.get();
            } catch (RuntimeException e) {
                if (n == MOST_TRIES || !isConflict(e)) {
                    throw e;
                }
                LOG.info("A transaction met another one and is done once more ({})", n);
                pause(n);
            }
        }
    }

    /** The same for a transaction that gives nothing. */
    public static void doing(Runnable transaction) {
        trying(() -> {
            transaction.run();
            return Boolean.TRUE;
        });
    }

    private static void pause(int tries) {
        try {
            TIME.pause(Duration.ofMillis(ThreadLocalRandom.current().nextLong(PAUSE_MILLIS * (1L << tries))));
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static boolean isInside() {
        return TransactionSynchronizationManager.isActualTransactionActive();
    }

    /** What carries a thrown exception of any kind through a supplier. */
    private static final class Thrown extends RuntimeException {
        private static final long serialVersionUID = 1L;

        Thrown(Throwable cause) {
            super(cause);
        }
    }

    /** Around every method that is a transaction, unless it is a part of one. */
    @Bean
    @Role(BeanDefinition.ROLE_INFRASTRUCTURE)
    static Advisor transactionsOnceMore() {
        MethodInterceptor around = call -> {
            org.springframework.aop.ProxyMethodInvocation whole = (org.springframework.aop.ProxyMethodInvocation) call;
            try {
                return trying(() -> {
                    try {
                        return whole.invocableClone().proceed();
                    } catch (RuntimeException | Error e) {
                        throw e;
                    } catch (Throwable e) {
                        throw new Thrown(e);
                    }
                });
            } catch (Thrown e) {
                throw e.getCause();
            }
        };
        ComposablePointcut transactional = new ComposablePointcut(
                        AnnotationMatchingPointcut.forMethodAnnotation(Transactional.class))
                .union(AnnotationMatchingPointcut.forClassAnnotation(Transactional.class));
        DefaultPointcutAdvisor advisor = new DefaultPointcutAdvisor(transactional, around);
        advisor.setOrder(Ordered.LOWEST_PRECEDENCE - 1);
        return advisor;
    }

    /** The same for transactions that are written out. */
    @Bean
    TransactionTemplate transactionTemplate(PlatformTransactionManager manager) {
        return new TransactionTemplate(manager) {
            private static final long serialVersionUID = 1L;

            @Override
            public <T> T execute(TransactionCallback<T> action) throws TransactionException {
                return trying(() -> super.execute(action));
            }
        };
    }
}
