package onward.sentry.server.bench;

import java.time.Duration;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.RunMoment;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Component;

/** What time it is in a run: over the link what the gateway says, carried on by the server's clock; typed, the clock. */
@Component
class RunTime {

    private final Site site;

    RunTime(Site site) {
        this.site = site;
    }

    /** Run time now, ms; of a run that has ended, when it ended. */
    long now(RunEntity run, LiveRun live) {
        long known = live.traces().now();
        if (run.endedAt().isPresent()) {
            return known;
        }
        return live.state().typed()
                ? Math.max(known, byTheClock(run))
                : Math.max(known, run.linkRunTime(site.now()).orElse(known));
    }

    /** Run time since the start by the server's clock, ms. */
    long byTheClock(RunEntity run) {
        return Math.round(Duration.between(run.startedAt(), site.now()).toMillis() * run.timeScale());
    }

    /** The moment for which a run's next action is worked out. */
    RunMoment moment(RunEntity run, LiveRun live) {
        return new RunMoment(
                now(run, live), run.silence(site.now(), live.traces().usualIntervalMillis()));
    }
}
