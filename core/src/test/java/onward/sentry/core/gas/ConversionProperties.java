package onward.sentry.core.gas;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.Example;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import net.jqwik.api.constraints.DoubleRange;
import onward.sentry.core.working.Refused;

class ConversionProperties {

    @Provide
    Arbitrary<Gas> burningGas() {
        return Arbitraries.of(GasLibrary.shipped().all().stream()
                .filter(gas -> gas.lelHandbook().isPresent() && gas.lelIec().isPresent())
                .toList());
    }

    @Property
    void lelToVolAndBackIsTheIdentity(
            @ForAll("burningGas") Gas gas,
            @ForAll LelBasis basis,
            @ForAll @DoubleRange(min = 0, max = 100) double lel) {
        var conversion = Conversion.of(gas, basis);
        var there = conversion.convert(Concentration.of(lel, Unit.PERCENT_LEL), Unit.VOL_PERCENT);
        assertThat(conversion.convert(there, Unit.PERCENT_LEL).value()).isCloseTo(lel, within(1e-9));
    }

    @Property
    void everyUnitLeadsBackToPpm(
            @ForAll("burningGas") Gas gas, @ForAll Unit unit, @ForAll @DoubleRange(min = 0, max = 1e6) double ppm) {
        var conversion = Conversion.of(gas, LelBasis.IEC).at(new Ambient(10, 98));
        var there = conversion.convert(Concentration.of(ppm, Unit.PPM), unit);
        assertThat(conversion.convert(there, Unit.PPM).value()).isCloseTo(ppm, within(1e-6 * Math.max(1, ppm)));
    }

    @Property
    void theTwoBasesDifferByTheRatioOfTheirLimits(
            @ForAll("burningGas") Gas gas, @ForAll @DoubleRange(min = 0.01, max = 1) double vol) {
        var from = Concentration.of(vol, Unit.VOL_PERCENT);
        double handbook = Conversion.of(gas, LelBasis.HANDBOOK)
                .convert(from, Unit.PERCENT_LEL)
                .value();
        double iec =
                Conversion.of(gas, LelBasis.IEC).convert(from, Unit.PERCENT_LEL).value();
        assertThat(iec / handbook)
                .isCloseTo(gas.lelHandbook().getAsDouble() / gas.lelIec().getAsDouble(), within(1e-9));
    }

    @Example
    void aGasThatDoesNotBurnHasNoLel() {
        var oxygen = Conversion.of(GasLibrary.shipped().gas("oxygen"), LelBasis.IEC);
        assertThatThrownBy(() -> oxygen.convert(Concentration.of(16, Unit.VOL_PERCENT), Unit.PERCENT_LEL))
                .isInstanceOf(Refused.class)
                .hasMessageContaining("Oxygen has no lower explosive limit")
                .hasMessageContaining("Use ppm or vol%");
    }

    @Example
    void aNegativeConcentrationCannotBeHeld() {
        assertThatThrownBy(() -> Concentration.of(-0.1, Unit.PPM)).hasMessageContaining("zero or more");
    }

    @Example
    void crossSensitivityAddsUp() {
        double shown = CrossSensitivity.shipped().displayedPpm("carbon-monoxide", gas -> switch (gas) {
            case "carbon-monoxide" -> 80;
            case "hydrogen-sulfide" -> 15;
            case "hydrogen" -> 10;
            default -> 0;
        });
        assertThat(shown).isCloseTo(80 + 0.45 + 4, within(1e-9));
    }
}
