package onward.sentry.server.bench;

import java.util.Optional;
import onward.sentry.core.rig.Delivery;
import onward.sentry.core.rig.Regulator;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.rig.SampleLine;
import onward.sentry.core.rig.Tubing;

/**
 * A rig as a query names it; what is left out is as the model's manual asks for.
 *
 * @param tag of a regulator of the bench, which then says how it meters
 * @param flow of the regulator, L/min
 * @param metres length of the tubing
 */
record RigChoice(
        Optional<String> tag,
        Optional<Regulator.Kind> regulator,
        Optional<Double> flow,
        Optional<String> family,
        Optional<Delivery> delivery,
        Optional<Tubing.Material> tubing,
        Optional<Double> metres) {

    /** Empty when nothing was named. */
    Optional<Rig> toCore(Rig usual) {
        boolean named = tag.isPresent()
                || regulator.isPresent()
                || flow.isPresent()
                || family.isPresent()
                || delivery.isPresent()
                || tubing.isPresent()
                || metres.isPresent();
        if (!named) {
            return Optional.empty();
        }
        var kind = regulator.orElse(usual.regulator().kind());
        double litres = kind == Regulator.Kind.DEMAND
                ? 0
                : flow.orElse(usual.regulator().litresPerMinute());
        var line = usual.tubing().line();
        return Optional.of(new Rig(
                new Regulator(
                        kind, litres, family.orElse(usual.regulator().family()), tag.orElse(""), Optional.empty()),
                delivery.orElse(usual.delivery()),
                new Tubing(
                        tubing.orElse(usual.tubing().material()),
                        new SampleLine(metres.orElse(line.metres()), line.boreMillimetres()))));
    }
}
