package onward.sentry.server.bench;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CopyOnWriteArrayList;
import onward.sentry.core.run.LinkSilence;
import onward.sentry.core.trace.Reading;
import onward.sentry.server.gas.Shelf;
import org.springframework.context.SmartLifecycle;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Pages that watch the bench. Each connection starts with a snapshot and is then told what changed; the ids of changed
 * runs come from {@link ChangeListener}.
 */
@Component
class LiveHub implements SmartLifecycle {

    /** What arrived since the last message, with how far each sensor has got. */
    record Readings(List<Reading> readings, Map<Integer, String> progress) {}

    private static final class Watcher {
        private final SseEmitter emitter = new SseEmitter(0L);
        private final Optional<UUID> run;
        private final String viewer;
        private long after;
        private String told = "";

        Watcher(Optional<UUID> run, long after, String viewer) {
            this.run = run;
            this.after = after;
            this.viewer = viewer;
        }

        void send(String name, Object data) throws IOException {
            emitter.send(SseEmitter.event().name(name).data(data, MediaType.APPLICATION_JSON));
        }
    }

    private final List<Watcher> watchers = new CopyOnWriteArrayList<>();
    private final RunViews views;
    private final LaneViews lanes;
    private final RunLog log;
    private final Shelf shelf;
    private long shelfTold = -1;
    private volatile boolean running;

    LiveHub(RunViews views, LaneViews lanes, RunLog log, Shelf shelf) {
        this.views = views;
        this.lanes = lanes;
        this.log = log;
        this.shelf = shelf;
    }

    SseEmitter subscribe(Optional<UUID> run, long after, String viewer) {
        var watcher = new Watcher(run, after, viewer);
        watcher.emitter.onCompletion(() -> watchers.remove(watcher));
        watcher.emitter.onTimeout(watcher.emitter::complete);
        watcher.emitter.onError(e -> watchers.remove(watcher));
        watchers.add(watcher);
        synchronized (watcher) {
            run.ifPresent(id -> tell(watcher, id));
            tellLanes(watcher, lanes.all());
        }
        return watcher.emitter;
    }

    /** A run has gone on. */
    void changed(UUID runId) {
        for (var watcher : watchers) {
            synchronized (watcher) {
                if (watcher.run.filter(runId::equals).isPresent()) {
                    tell(watcher, runId);
                }
            }
        }
    }

    /** Some lane has changed, by a reading or an event: every page is shown all of them. */
    void lanesChanged() {
        if (watchers.isEmpty()) {
            return;
        }
        var drawn = lanes.all();
        for (var watcher : watchers) {
            synchronized (watcher) {
                tellLanes(watcher, drawn);
            }
        }
    }

    /** Changes may have been missed: everybody gets a fresh snapshot. */
    void resynchronise() {
        for (var watcher : watchers) {
            synchronized (watcher) {
                watcher.run.ifPresent(id -> tell(watcher, id));
            }
        }
        lanesChanged();
    }

    /** Keeps connections open and finds the ones that are gone. */
    void beat() {
        for (var watcher : watchers) {
            synchronized (watcher) {
                try {
                    watcher.emitter.send(SseEmitter.event().comment("on"));
                } catch (IOException | IllegalStateException e) {
                    watchers.remove(watcher);
                }
            }
        }
    }

    private void tell(Watcher watcher, UUID runId) {
        try {
            var readings = log.readingsAfter(runId, watcher.after);
            if (!readings.isEmpty()) {
                watcher.after = readings.get(readings.size() - 1).at();
                watcher.send("readings", new Readings(readings, views.progress(runId)));
            }
            tellRun(watcher, runId);
        } catch (IOException | IllegalStateException e) {
            watchers.remove(watcher);
        }
    }

    /** The run in full, when anything but its clock has changed since it was told last. */
    private void tellRun(Watcher watcher, UUID runId) throws IOException {
        var view = views.view(runId, watcher.viewer);
        var says = says(view);
        if (!says.equals(watcher.told)) {
            watcher.told = says;
            watcher.send("run", view);
        }
    }

    /** What a page shows of a run that its readings and this clock do not tell it. */
    private static String says(RunView view) {
        return view.lastSeq() + " " + view.next().kind() + " " + view.next().sentence() + " " + view.gatewayServes()
                + " "
                + view.link().filter(link -> link.level() != LinkSilence.Level.LIVE) + " "
                + view.gas().map(gas -> gas.idle() + " " + gas.over() + " " + Math.round(10 * gas.litresDrawn()));
    }

    /** Somebody has changed a cylinder, or a run has drawn from one: pages ask for their lists again. */
    private void tellShelf() {
        long changes = shelf.changeCount();
        if (changes == shelfTold) {
            return;
        }
        shelfTold = changes;
        for (var watcher : watchers) {
            synchronized (watcher) {
                try {
                    watcher.send("shelf", changes);
                } catch (IOException | IllegalStateException e) {
                    watchers.remove(watcher);
                }
            }
        }
    }

    /** Time has passed: gas has been on for longer, or a gateway has fallen silent, and no event tells of it. */
    void tick() {
        if (watchers.isEmpty()) {
            return;
        }
        tellShelf();
        for (var watcher : watchers) {
            synchronized (watcher) {
                watcher.run.ifPresent(id -> {
                    try {
                        tellRun(watcher, id);
                    } catch (IOException | IllegalStateException e) {
                        watchers.remove(watcher);
                    }
                });
            }
        }
    }

    private void tellLanes(Watcher watcher, List<LaneView> drawn) {
        try {
            watcher.send("lanes", drawn);
        } catch (IOException | IllegalStateException e) {
            watchers.remove(watcher);
        }
    }

    @Override
    public void start() {
        running = true;
    }

    /** A graceful stop would wait for open streams. */
    @Override
    public void stop() {
        running = false;
        watchers.forEach(watcher -> watcher.emitter.complete());
        watchers.clear();
    }

    @Override
    public boolean isRunning() {
        return running;
    }

    @Override
    public int getPhase() {
        return Integer.MAX_VALUE;
    }
}
