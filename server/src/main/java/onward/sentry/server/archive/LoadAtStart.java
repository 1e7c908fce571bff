package onward.sentry.server.archive;

import java.nio.file.Path;
import onward.sentry.core.working.Refused;
import onward.sentry.server.platform.SentrySettings;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** {@code ./sentry load}: a site that was never started begins with what an archive holds. */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE)
class LoadAtStart implements ApplicationRunner {

    private final SiteLoad load;
    private final SentrySettings settings;

    LoadAtStart(SiteLoad load, SentrySettings settings) {
        this.load = load;
        this.settings = settings;
    }

    @Override
    public void run(ApplicationArguments args) throws Exception {
        if (settings.load().isEmpty()) {
            return;
        }
        try {
            var manifest = load.read(Path.of(settings.load()));
            System.out.println("Loaded "
                    + manifest.parts().stream().mapToLong(Manifest.Part::rows).sum() + " rows; the ledger ends with "
                    + manifest.lastLedgerHash());
        } catch (Refused refused) {
            throw new IllegalStateException(
                    refused.refusal().reason() + " " + refused.refusal().wayOut());
        }
    }
}
