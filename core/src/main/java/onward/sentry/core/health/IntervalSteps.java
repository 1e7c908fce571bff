package onward.sentry.core.health;

import java.util.Arrays;
import java.util.Optional;
import onward.sentry.core.schedule.IntervalRule;

/** The intervals that are usual, one step after the other. */
final class IntervalSteps {

    private static final int[] MONTHS = {1, 2, 3, 4, 6, 12};
    private static final int[] DAYS = {7, 14, 21, 30, 45, 60, 90, 120, 180, 365};
    private static final int BELOW_A_MONTH = 21;
    private static final int SHORTEST_MONTH = 28;

    private IntervalSteps() {}

    static Optional<IntervalRule> shorter(IntervalRule rule) {
        if (rule instanceof IntervalRule.EveryMonths every) {
            return Arrays.stream(MONTHS).filter(months -> months < every.months()).max().stream()
                    .<IntervalRule>mapToObj(months -> new IntervalRule.EveryMonths(months, every.capDays()))
                    .findFirst()
                    .or(() -> Optional.of(new IntervalRule.EveryDays(BELOW_A_MONTH)));
        } else if (rule instanceof IntervalRule.EveryDays every) {
            return Arrays.stream(DAYS).filter(days -> days < every.days()).max().stream()
                    .<IntervalRule>mapToObj(IntervalRule.EveryDays::new)
                    .findFirst();
        } else if (rule instanceof IntervalRule.Capped capped) {
            return shorter(capped.interval()).map(next -> new IntervalRule.Capped(next, capped.capDays()));
        }
        return Optional.of(new IntervalRule.EveryDays(BELOW_A_MONTH));
    }

    static Optional<IntervalRule> longer(IntervalRule rule) {
        if (rule instanceof IntervalRule.EveryMonths every) {
            return Arrays.stream(MONTHS)
                    .filter(months -> months > every.months() && months * SHORTEST_MONTH <= every.capDays())
                    .min()
                    .stream()
                    .<IntervalRule>mapToObj(months -> new IntervalRule.EveryMonths(months, every.capDays()))
                    .findFirst();
        } else if (rule instanceof IntervalRule.EveryDays every) {
            return Arrays.stream(DAYS).filter(days -> days > every.days()).min().stream()
                    .<IntervalRule>mapToObj(IntervalRule.EveryDays::new)
                    .findFirst();
        } else if (rule instanceof IntervalRule.Capped capped
                && capped.interval() instanceof IntervalRule.EveryDays every) {
            return longer(every)
                    .filter(next -> ((IntervalRule.EveryDays) next).days() <= capped.capDays())
                    .map(next -> new IntervalRule.Capped(next, capped.capDays()));
        }
        return Optional.empty();
    }
}
