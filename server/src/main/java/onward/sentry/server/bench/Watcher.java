package onward.sentry.server.bench;

import java.io.IOException;
import java.util.EnumSet;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.concurrent.Executor;
import org.springframework.http.MediaType;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/**
 * One page that watches the bench. What it has to be told is noted as a mark, never as a message: however slowly it reads,
 * there is at most one mark of each kind, and only its own sender waits for it.
 */
final class Watcher {

    /** What a page has to be told. */
    enum News {
        /** Readings and events of its run. */
        RUN,
        /** Its run without readings: time has passed. */
        TIME,
        LANES,
        SHELF,
        /** Nothing but that the connection is there. */
        BEAT
    }

    /** Tells one thing to one page. */
    interface Teller {
        void tell(Watcher watcher, News news) throws IOException;
    }

    private final SseEmitter emitter = new SseEmitter(0L);
    private final Optional<UUID> run;
    private final String viewer;
    private final String session;
    private final Set<News> due = EnumSet.noneOf(News.class);
    private boolean sending;
    private boolean gone;

    /** Only its sender reads and writes these. */
    private long after;

    private String told = "";

    /**
     * @param after milliseconds of the run up to which the page has its readings; negative: none
     * @param session of the person who watches
     */
    Watcher(Optional<UUID> run, long after, String viewer, String session) {
        this.run = run;
        this.after = after;
        this.viewer = viewer;
        this.session = session;
    }

    /** Notes what is to be told, and lets a sender tell it; returns at once. */
    void note(News news, Executor senders, Teller teller) {
        synchronized (due) {
            due.add(news);
            if (sending || gone) {
                return;
            }
            sending = true;
        }
        senders.execute(() -> tellAll(teller));
    }

    private void tellAll(Teller teller) {
        while (true) {
            Set<News> now;
            synchronized (due) {
                if (due.isEmpty() || gone) {
                    sending = false;
                    return;
                }
                now = EnumSet.copyOf(due);
                due.clear();
            }
            try {
                for (var news : now) {
                    teller.tell(this, news);
                }
            } catch (IOException | RuntimeException e) {
                // The page asks again by itself, and begins with a snapshot.
                leave();
                emitter.completeWithError(e);
            }
        }
    }

    /** It is told nothing more. A sender that waits for a page that does not read ends with the connection's time limit. */
    void leave() {
        synchronized (due) {
            gone = true;
            due.clear();
        }
    }

    boolean isGone() {
        synchronized (due) {
            return gone;
        }
    }

    void send(String name, Object data) throws IOException {
        emitter.send(SseEmitter.event().name(name).data(data, MediaType.APPLICATION_JSON));
    }

    void beat() throws IOException {
        emitter.send(SseEmitter.event().comment("on"));
    }

    SseEmitter emitter() {
        return emitter;
    }

    Optional<UUID> run() {
        return run;
    }

    String viewer() {
        return viewer;
    }

    String session() {
        return session;
    }

    long after() {
        return after;
    }

    void hasReadingsUntil(long at) {
        after = at;
    }

    /** Whether this differs from what it was told of its run last; from now on it is that. */
    boolean isNew(String says) {
        boolean other = !says.equals(told);
        told = says;
        return other;
    }
}
