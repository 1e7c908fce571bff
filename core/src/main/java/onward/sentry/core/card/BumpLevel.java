package onward.sentry.core.card;

import static onward.sentry.core.working.Figures.upTo;

import java.util.Optional;
import onward.sentry.core.working.Refusal;

/** How far a display must move for a bump to be seen on it. */
public final class BumpLevel {

    /** Display steps above what the sensor read before gas; below it a flicker of the display would pass. */
    public static final int LEAST_STEPS = 3;

    private BumpLevel() {}

    /**
     * {@return what speaks against a card by which a flicker would pass: a bump level that is less than three steps of the
     * display away from clean air} 40 % of 1.25 vol% on a display with steps of 0.5 vol% returns a refusal, 40 % of 5 vol%
     * returns none.
     *
     * @param card the procedure card of the model
     */
    public static Optional<Refusal> refusal(ProcedureCard card) {
        for (var step : card.steps(Job.BUMP)) {
            if (step instanceof Step.ApplyGas gas) {
                for (var target : gas.targets()) {
                    var refusal = refusal(card, target);
                    if (refusal.isPresent()) {
                        return refusal;
                    }
                }
            }
        }
        return Optional.empty();
    }

    private static Optional<Refusal> refusal(ProcedureCard card, Target target) {
        var sensor = card.sensor(target.slot());
        double way = Math.abs(target.setPoint().orElse(sensor.spanSetPoint()) - sensor.cleanAirReading());
        double level = card.bumpLevelPercent() / 100 * way;
        return target.purpose() != Purpose.BUMP || level >= LEAST_STEPS * sensor.resolution()
                ? Optional.empty()
                : Optional.of(new Refusal(
                        "card-bump-level",
                        "bumpLevelPercent",
                        sensor.gas().name() + ": " + upTo(card.bumpLevelPercent(), 0) + " % of " + upTo(way, 2) + " "
                                + sensor.unit().symbol() + " is " + upTo(level / sensor.resolution(), 1)
                                + " steps of its display; a bump needs at least " + LEAST_STEPS + ".",
                        "Bump it with more gas, or raise the bump level."));
    }
}
