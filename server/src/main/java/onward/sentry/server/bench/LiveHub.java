package onward.sentry.server.bench;

import java.io.IOException;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.Collectors;
import onward.sentry.core.run.SensorProgress;
import onward.sentry.core.trace.LinkSilence;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.people.Sessions;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * Pages that watch the bench. Each connection starts with a snapshot and is then told what changed; the ids of changed
 * runs come from {@link ChangeListener}. Whoever brings news only marks it: each page has a sender of its own, so that one
 * that does not read what it is sent holds nobody else up.
 */
@Component
class LiveHub implements SmartLifecycle {

    /** What arrived since the last message, with how far each sensor has got and which readings of late are left out. */
    record Readings(List<Reading> readings, Map<Integer, SensorProgress> progress, Map<Integer, List<Long>> outliers) {}

    private static final int MOST_PAGES = 500;
    private static final int MOST_PAGES_OF_ONE = 12;

    private final List<Watcher> watchers = new CopyOnWriteArrayList<>();
    private final RunViews views;
    private final LaneViews lanes;
    private final RunLog log;
    private final Shelf shelf;
    private final Sessions sessions;
    private final ExecutorService senders = Executors.newCachedThreadPool(task -> {
        var daemon = new Thread(task, "live-sender");
        daemon.setDaemon(true);
        return daemon;
    });

    /** All lanes as they were drawn last, for every page the same. */
    private volatile List<LaneView> drawn = List.of();

    private volatile long shelfTold = -1;
    private volatile boolean running;

    LiveHub(RunViews views, LaneViews lanes, RunLog log, Shelf shelf, Sessions sessions) {
        this.views = views;
        this.lanes = lanes;
        this.log = log;
        this.shelf = shelf;
        this.sessions = sessions;
    }

    /** @throws onward.sentry.core.working.Refused when this session, or all of them together, watch on too many pages */
    SseEmitter subscribe(Optional<UUID> run, long after, String viewer, String session) {
        long own =
                watchers.stream().filter(one -> one.session().equals(session)).count();
        Refusal.unless(
                own < MOST_PAGES_OF_ONE && watchers.size() < MOST_PAGES,
                "too-many-pages",
                "",
                own < MOST_PAGES_OF_ONE
                        ? "More than " + MOST_PAGES + " pages watch the bench."
                        : "You watch the bench on " + own + " pages.",
                "Close pages that are not looked at.");
        var watcher = new Watcher(run, after, viewer, session);
        watcher.emitter().onCompletion(() -> gone(watcher));
        watcher.emitter().onTimeout(watcher.emitter()::complete);
        watcher.emitter().onError(e -> gone(watcher));
        watchers.add(watcher);
        drawn = lanes.all();
        note(watcher, Watcher.News.RUN);
        note(watcher, Watcher.News.LANES);
        return watcher.emitter();
    }

    private void gone(Watcher watcher) {
        watcher.leave();
        watchers.remove(watcher);
    }

    private void note(Watcher watcher, Watcher.News news) {
        watcher.note(news, senders, this::tell);
    }

    private void noteAll(Watcher.News news) {
        watchers.forEach(watcher -> note(watcher, news));
    }

    /** A run has gone on. */
    void changed(UUID runId) {
        watchers.stream()
                .filter(watcher -> watcher.run().filter(runId::equals).isPresent())
                .forEach(watcher -> note(watcher, Watcher.News.RUN));
    }

    /** Some lane has changed, by a reading or an event: every page is shown all of them. */
    void lanesChanged() {
        if (!watchers.isEmpty()) {
            drawn = lanes.all();
            noteAll(Watcher.News.LANES);
        }
    }

    /** Changes may have been missed: everybody gets a fresh snapshot. */
    void resynchronise() {
        noteAll(Watcher.News.RUN);
        lanesChanged();
    }

    /** Keeps connections open, finds the ones that are gone, and ends those whose session has ended or is locked. */
    void beat() {
        var open = sessions.openOf(watchers.stream().map(Watcher::session).collect(Collectors.toSet()));
        for (var watcher : watchers) {
            if (open.contains(watcher.session())) {
                note(watcher, Watcher.News.BEAT);
            } else {
                end(watcher);
            }
        }
    }

    /** By a sender, because the page may not read what it was sent before. */
    private void end(Watcher watcher) {
        gone(watcher);
        senders.execute(watcher.emitter()::complete);
    }

    /** Time has passed: gas has been on for longer, or a gateway has fallen silent, and no event tells of it. */
    void tick() {
        if (watchers.isEmpty()) {
            return;
        }
        long changes = shelf.changeCount();
        if (changes != shelfTold) {
            shelfTold = changes;
            noteAll(Watcher.News.SHELF);
        }
        noteAll(Watcher.News.TIME);
    }

    private void tell(Watcher watcher, Watcher.News news) throws IOException {
        switch (news) {
            case RUN -> tellRunWithReadings(watcher);
            case TIME -> tellRun(watcher);
            case LANES -> watcher.send("lanes", drawn);
            case SHELF -> watcher.send("shelf", shelfTold);
            case BEAT -> watcher.beat();
        }
    }

    private void tellRunWithReadings(Watcher watcher) throws IOException {
        if (watcher.run().isEmpty()) {
            return;
        }
        var runId = watcher.run().get();
        var readings = log.readingsAfter(runId, watcher.after());
        if (!readings.isEmpty()) {
            watcher.hasReadingsUntil(readings.get(readings.size() - 1).at());
            var ofLate = views.ofLate(runId);
            watcher.send("readings", new Readings(readings, ofLate.progress(), ofLate.outliers()));
        }
        tellRun(watcher);
    }

    /** The run in full, when anything but its clock has changed since it was told last. */
    private void tellRun(Watcher watcher) throws IOException {
        if (watcher.run().isPresent()) {
            var view = views.view(watcher.run().get(), watcher.viewer());
            if (watcher.isNew(says(view))) {
                watcher.send("run", view);
            }
        }
    }

    /** What a page shows of a run that its readings and this clock do not tell it. */
    private static String says(RunView view) {
        return view.lastSeq() + " " + view.next().kind() + " " + view.next().sentence() + " " + view.gatewayServes()
                + " "
                + view.link().filter(link -> link.level() != LinkSilence.Level.LIVE) + " "
                + view.gas().map(gas -> gas.idle() + " " + gas.over() + " " + Math.round(10 * gas.litresDrawn()));
    }

    @Override
    public void start() {
        running = true;
    }

    /** A graceful stop would wait for open streams. */
    @Override
    public void stop() {
        running = false;
        watchers.forEach(this::end);
        senders.shutdown();
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
