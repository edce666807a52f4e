package chalkline.server.build;

import java.io.IOException;
import java.util.IdentityHashMap;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;
import tools.jackson.databind.json.JsonMapper;

/**
 * Sends the state of a build to whoever watches, as server-sent events. It is read from the database, so that it does not
 * matter which process carries the build out; and once for all who watch here, so that it costs the same for one and for
 * fifty.
 */
@Component
class Progress implements DisposableBean {
    private static final long PAUSE_MILLIS = 400;
    private static final int SENDERS = 4;

    private final BuildReading builds;
    private final JsonMapper json;
    private final ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor();
    private final ExecutorService senders = Executors.newFixedThreadPool(SENDERS);
    private final ScheduledFuture<?> ticking;
    private final Map<Long, Watched> watched = new ConcurrentHashMap<>();

    /** A build that somebody watches. */
    private static final class Watched {
        private final Set<Watcher> watchers = ConcurrentHashMap.newKeySet();
        private BuildViews.@Nullable Build last;
    }

    /** @param sending whether it still takes what was sent last; it is left out of what comes meanwhile */
    private record Watcher(SseEmitter emitter, AtomicBoolean sending, UnaryOperator<BuildViews.Build> sight) {}

    Progress(BuildReading builds, JsonMapper json) {
        this.builds = builds;
        this.json = json;
        this.ticking = clock.scheduleWithFixedDelay(this::tick, PAUSE_MILLIS, PAUSE_MILLIS, TimeUnit.MILLISECONDS);
    }

    /** @param sight what of it the watcher sees */
    SseEmitter watch(long id, UnaryOperator<BuildViews.Build> sight) {
        Watcher watcher = new Watcher(new SseEmitter(0L), new AtomicBoolean(), sight);
        Runnable leaves = () -> watched.computeIfPresent(id, (key, one) -> {
            one.watchers.remove(watcher);
            return one.watchers.isEmpty() ? null : one;
        });
        watcher.emitter().onCompletion(leaves);
        watcher.emitter().onError(e -> leaves.run());
        watched.compute(id, (key, one) -> {
            Watched its = one == null ? new Watched() : one;
            its.watchers.add(watcher);
            return its;
        });
        return watcher.emitter();
    }

    private void tick() {
        watched.forEach((id, one) -> {
            try {
                BuildViews.Build now = builds.view(id, one.last);
                one.last = now;
                IdentityHashMap<BuildViews.Build, String> written = new IdentityHashMap<>();
                one.watchers.forEach(watcher -> send(
                        watcher,
                        written.computeIfAbsent(watcher.sight().apply(now), json::writeValueAsString),
                        now.endedAt() != null));
            } catch (RuntimeException e) {
                one.watchers.forEach(watcher -> watcher.emitter().completeWithError(e));
            }
        });
    }

    private void send(Watcher watcher, String text, boolean last) {
        if (!watcher.sending().compareAndSet(false, true)) {
            return;
        }
        senders.execute(() -> {
            try {
                watcher.emitter().send(text, MediaType.TEXT_PLAIN);
                if (last) {
                    watcher.emitter().complete();
                }
            } catch (IOException | RuntimeException e) {
                watcher.emitter().completeWithError(e);
            } finally {
                watcher.sending().set(false);
            }
        });
    }

    @Override
    public void destroy() {
        ticking.cancel(true);
        clock.shutdownNow();
        senders.shutdownNow();
    }
}
