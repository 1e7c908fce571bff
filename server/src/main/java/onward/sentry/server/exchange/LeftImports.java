package onward.sentry.server.exchange;

import java.util.concurrent.TimeUnit;
import net.javacrumbs.shedlock.spring.annotation.SchedulerLock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/** Goes on with imports whose page was closed before all their lines were in. */
@Component
class LeftImports {

    private static final Logger LOG = LoggerFactory.getLogger(LeftImports.class);
    private static final int EVERY_SECONDS = 30;

    private final Imports imports;

    LeftImports(Imports imports) {
        this.imports = imports;
    }

    /** A page that still asks for the next lines and this one take turns; each line goes in once. */
    @Scheduled(initialDelay = EVERY_SECONDS, fixedDelay = EVERY_SECONDS, timeUnit = TimeUnit.SECONDS)
    @SchedulerLock(name = "left-imports")
    void goOn() {
        for (var left : imports.left()) {
            try {
                while (imports.applyNext(left.id(), left.by())) {
                    // The next lines, in a transaction of their own.
                }
            } catch (RuntimeException failed) {
                LOG.warn("An import could not go on and will be tried again: {}", failed.toString());
            }
        }
    }
}
