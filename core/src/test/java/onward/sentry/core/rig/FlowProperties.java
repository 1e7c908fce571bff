package onward.sentry.core.rig;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.DoubleRange;
import onward.sentry.core.gas.CleanAir;

class FlowProperties {

    /** What a starved pump draws in beside the gas is what oxygen as a tracer finds, and what every other gas lacks. */
    @Property
    void airFractionAndDilutionAgree(
            @ForAll @DoubleRange(min = 0, max = 20.3) double oxygenOfMix,
            @ForAll @DoubleRange(min = 0.05, max = 1) double regulator,
            @ForAll @DoubleRange(min = 0.05, max = 1) double pump,
            @ForAll @DoubleRange(min = 1, max = 5_000) double concentration) {
        double air = Flow.airFraction(oxygenOfMix, Flow.underfedOxygen(oxygenOfMix, regulator, pump));
        assertThat(air).isEqualTo(1 - Flow.gasShare(regulator, pump), within(1e-9));
        assertThat(Flow.underfed(concentration, regulator, pump))
                .isEqualTo((1 - air) * concentration, within(1e-6 * concentration));
    }

    @Property
    void theTracerReadsOutsideTheMixAndAirOnlyWhenTheReadingDoes(
            @ForAll @DoubleRange(min = 0, max = 20.3) double oxygenOfMix,
            @ForAll @DoubleRange(min = 0, max = 25) double read) {
        double air = Flow.airFraction(oxygenOfMix, read);
        assertThat(air >= 0 && air <= 1).isEqualTo(read >= oxygenOfMix && read <= CleanAir.OXYGEN_VOL_PERCENT);
    }
}
