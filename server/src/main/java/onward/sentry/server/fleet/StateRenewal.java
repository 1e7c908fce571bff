package onward.sentry.server.fleet;

import java.util.concurrent.TimeUnit;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Writes down what has become of detectors when a day is over: due, overdue, bump first. Readers work that out themselves
 * until it is written, and never write it; several copies of the server share the work.
 */
@Component
class StateRenewal {

    private static final int AT_ONCE = 200;

    private final StateKeeper states;
    private final TransactionTemplate transactions;

    StateRenewal(StateKeeper states, TransactionTemplate transactions) {
        this.states = states;
        this.transactions = transactions;
    }

    @Scheduled(fixedDelay = 1, timeUnit = TimeUnit.SECONDS)
    void renew() {
        Integer renewed;
        do {
            renewed = transactions.execute(status -> states.renewExpired(AT_ONCE));
        } while (renewed != null && renewed == AT_ONCE);
    }
}
