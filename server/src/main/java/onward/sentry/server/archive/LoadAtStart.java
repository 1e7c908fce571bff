package onward.sentry.server.archive;

import java.io.FileNotFoundException;
import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.zip.ZipException;
import onward.sentry.core.working.Refused;
import onward.sentry.server.platform.SentrySettings;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;

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
    public void run(ApplicationArguments args) throws IOException {
        if (settings.load().isEmpty()) {
            return;
        }
        try {
            var manifest = load.read(Path.of(settings.load()));
            System.out.println("Loaded "
                    + manifest.parts().stream()
                            .mapToLong(Manifest.ArchivePart::rows)
                            .sum() + " rows; the ledger ends with "
                    + manifest.lastLedgerHash());
        } catch (Refused refused) {
            throw new ArchiveNotLoaded(
                    refused.refusal().reason() + " " + refused.refusal().wayOut(), refused);
        } catch (ZipException | FileNotFoundException | NoSuchFileException e) {
            throw new ArchiveNotLoaded(
                    "it is no archive, or it cannot be read. Name a file that was downloaded whole.", e);
        } catch (JacksonException | DataAccessException e) {
            throw new ArchiveNotLoaded("what it holds is not what an archive holds. Get it again.", e);
        }
    }
}
