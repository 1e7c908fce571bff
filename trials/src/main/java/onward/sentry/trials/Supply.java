package onward.sentry.trials;

import java.util.HashMap;
import java.util.Map;
import java.util.SplittableRandom;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.SensorSpec;

/** What reaches each sensor when the valve is open, as a share of the way to what the label says, and what is left after. */
final class Supply {

    private static final double AIR_OXYGEN = 20.9;

    private final Map<Integer, Double> open = new HashMap<>();
    private final double after;
    private boolean wasOpen;

    Supply(ProcedureCard card, Upset upset, double oxygen, SplittableRandom random) {
        double much = random.nextDouble();
        for (var sensor : card.sensors()) {
            open.put(sensor.slot(), share(sensor, upset, oxygen, much, random));
        }
        if (upset == Upset.WRONG_MIX) {
            // The mix differs in something.
            int first = card.sensors().get(0).slot();
            open.put(first, random.nextBoolean() ? 0 : 1.5 + 1.5 * random.nextDouble());
        }
        after = upset == Upset.RESIDUAL_GAS ? 0.12 + 0.25 * much : 0;
    }

    private static double share(SensorSpec sensor, Upset upset, double oxygen, double much, SplittableRandom random) {
        return switch (upset) {
            case SHUT_VALVE -> 0;
            case AIR_LEAK -> 1 - (0.2 + 0.5 * much);
            case DECAYED_GAS -> sensor.gas().reactive() && !sensor.isOxygen() ? 0.15 + 0.45 * much : 1;
            case PRESSURISED -> {
                double times = 1.2 + 0.4 * much;
                yield sensor.isOxygen() ? (times * oxygen - AIR_OXYGEN) / (oxygen - AIR_OXYGEN) : times;
            }
            case WRONG_MIX -> {
                double kind = random.nextDouble();
                yield kind < 0.35 ? 0 : kind < 0.6 ? 1 : 0.25 + 2.5 * random.nextDouble();
            }
            default -> 1;
        };
    }

    /** @param gas 1 with the valve open, 0 with it shut */
    double reaches(int slot, double gas) {
        wasOpen |= gas > 0;
        return gas > 0 ? gas * open.get(slot) : wasOpen ? after * open.get(slot) : 0;
    }
}
