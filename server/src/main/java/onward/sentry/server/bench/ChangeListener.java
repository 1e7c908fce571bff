package onward.sentry.server.bench;

import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.LinkedHashSet;
import java.util.UUID;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.postgresql.PGConnection;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.jdbc.autoconfigure.DataSourceProperties;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** The one connection of this copy, outside the pool, on which PostgreSQL tells which runs have changed. */
@Component
class ChangeListener implements SmartLifecycle {

    private static final Logger LOG = LoggerFactory.getLogger(ChangeListener.class);
    private static final int WAIT_MILLIS = 5_000;
    /** All lanes are drawn together, no more often than this. */
    private static final int LANES_EVERY_MILLIS = 500;
    /** Gas that is on and gateways that are silent are looked at this often, without anything having happened. */
    private static final int TICK_MILLIS = 1_000;
    /** Connections are kept open, and sessions looked at, this often, however busy the bench is. */
    private static final int BEAT_EVERY_TICKS = 5;

    private final DataSourceProperties database;
    private final LiveHub hub;
    /** All lanes take longer to draw than a reading to pass on: readings do not wait for them. */
    private final ScheduledExecutorService drawing = Executors.newSingleThreadScheduledExecutor(task -> {
        var daemon = new Thread(task, "lanes-drawn");
        daemon.setDaemon(true);
        return daemon;
    });

    private final AtomicBoolean beingDrawn = new AtomicBoolean();
    private volatile Thread thread;
    private int ticks;

    ChangeListener(DataSourceProperties database, LiveHub hub) {
        this.database = database;
        this.hub = hub;
    }

    @Override
    public void start() {
        thread = new Thread(this::listen, "run-changes");
        thread.setDaemon(true);
        thread.start();
        drawing.scheduleWithFixedDelay(this::tick, TICK_MILLIS, TICK_MILLIS, TimeUnit.MILLISECONDS);
    }

    private void tick() {
        try {
            if (ticks++ % BEAT_EVERY_TICKS == 0) {
                hub.beat();
            }
            hub.tick();
            hub.lanesChanged();
        } catch (RuntimeException e) {
            LOG.warn("What time has changed could not be passed on: {}", e.toString());
        }
    }

    private void listen() {
        while (thread == Thread.currentThread()) {
            try (Connection connection = DriverManager.getConnection(
                            database.determineUrl(), database.determineUsername(), database.determinePassword());
                    var statement = connection.createStatement()) {
                statement.execute("listen run_change");
                hub.resynchronise();
                long lanesToldAt = System.nanoTime();
                boolean lanesDue = false;
                while (thread == Thread.currentThread()) {
                    var notes = connection
                            .unwrap(PGConnection.class)
                            .getNotifications(lanesDue ? LANES_EVERY_MILLIS : WAIT_MILLIS);
                    if (lanesDue && System.nanoTime() - lanesToldAt >= LANES_EVERY_MILLIS * 1_000_000L) {
                        drawLanes();
                        lanesToldAt = System.nanoTime();
                        lanesDue = false;
                    }
                    if (notes == null || notes.length == 0) {
                        continue;
                    }
                    lanesDue = true;
                    var ids = new LinkedHashSet<UUID>();
                    for (var note : notes) {
                        ids.add(UUID.fromString(note.getParameter()));
                    }
                    ids.forEach(hub::changed);
                }
            } catch (SQLException e) {
                LOG.warn("Lost the database's notices, connecting again: {}", e.getMessage());
                pause();
            } catch (RuntimeException e) {
                LOG.warn("A change could not be passed on: {}", e.toString());
                pause();
            }
        }
    }

    /** Draws them once more unless they are being drawn. */
    private void drawLanes() {
        if (beingDrawn.compareAndSet(false, true)) {
            drawing.execute(() -> {
                try {
                    hub.lanesChanged();
                } catch (RuntimeException e) {
                    LOG.warn("The lanes could not be drawn: {}", e.toString());
                } finally {
                    beingDrawn.set(false);
                }
            });
        }
    }

    private static void pause() {
        try {
            Thread.sleep(1_000);
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    @Override
    public void stop() {
        thread = null;
        drawing.shutdown();
    }

    @Override
    public boolean isRunning() {
        return thread != null;
    }
}
