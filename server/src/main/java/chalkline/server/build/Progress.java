package chalkline.server.build;

import java.io.IOException;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.security.concurrent.DelegatingSecurityContextRunnable;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Sends the state of a build to whoever watches, as server-sent events. It is read from the database, so that it does not
 * matter which process carries the build out.
 */
@Component
class Progress implements DisposableBean {
    private static final long PAUSE_MILLIS = 400;

    private final BuildService builds;
    private final ScheduledExecutorService clock = Executors.newScheduledThreadPool(2);

    Progress(BuildService builds) {
        this.builds = builds;
    }

    SseEmitter watch(long id) {
        SseEmitter emitter = new SseEmitter(0L);
        AtomicReference<ScheduledFuture<?>> ticking = new AtomicReference<>();
        Runnable stop = () -> {
            ScheduledFuture<?> future = ticking.get();
            if (future != null) {
                future.cancel(false);
            }
        };
        Runnable tick = new DelegatingSecurityContextRunnable(() -> {
            if (!send(emitter, id)) {
                stop.run();
            }
        });
        emitter.onCompletion(stop);
        emitter.onError(e -> stop.run());
        ticking.set(clock.scheduleWithFixedDelay(tick, 0, PAUSE_MILLIS, TimeUnit.MILLISECONDS));
        return emitter;
    }

    /** Whether there will be more to send. */
    private boolean send(SseEmitter emitter, long id) {
        try {
            BuildViews.Build build = builds.view(id);
            emitter.send(build);
            if (build.endedAt() == null) {
                return true;
            }
            emitter.complete();
        } catch (IOException | RuntimeException e) {
            emitter.completeWithError(e);
        }
        return false;
    }

    @Override
    public void destroy() {
        clock.shutdownNow();
    }
}
