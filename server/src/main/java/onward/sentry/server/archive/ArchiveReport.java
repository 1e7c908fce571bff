package onward.sentry.server.archive;

import org.springframework.boot.SpringBootExceptionReporter;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;

/** Tells whoever loads an archive in one line why it failed, in place of everything that was under way. */
@Order(Ordered.HIGHEST_PRECEDENCE)
class ArchiveReport implements SpringBootExceptionReporter {

    ArchiveReport(ConfigurableApplicationContext context) {
        // What the program had begun when it failed is of no interest here.
    }

    @Override
    public boolean reportException(Throwable failure) {
        for (var cause = failure; cause != null; cause = cause.getCause()) {
            if (cause instanceof ArchiveNotLoaded) {
                System.err.println(cause.getMessage());
                return true;
            }
        }
        return false;
    }
}
