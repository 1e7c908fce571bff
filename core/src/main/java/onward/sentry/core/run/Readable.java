package onward.sentry.core.run;

import java.util.Optional;
import onward.sentry.core.card.Step;

/**
 * What the technician is to type in.
 *
 * @param label what it is, for example "Station pressure on the barometer"
 * @param unit of the value
 * @param least that the card allows
 * @param most that the card allows
 */
public record Readable(String label, String unit, double least, double most) {

    static Optional<Readable> of(Step step) {
        return step instanceof Step.Measure measure
                ? Optional.of(new Readable(
                        measure.quantity().label(), measure.quantity().unit(), measure.least(), measure.most()))
                : Optional.empty();
    }
}
