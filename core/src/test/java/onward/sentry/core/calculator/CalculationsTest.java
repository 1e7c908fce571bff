package onward.sentry.core.calculator;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.LinkedHashMap;
import java.util.Map;
import onward.sentry.core.working.Refused;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class CalculationsTest {

    private static Map<String, String> given(String text) {
        var in = new LinkedHashMap<String, String>();
        for (String pair : text.isEmpty() ? new String[0] : text.split(" ")) {
            in.put(pair.substring(0, pair.indexOf('=')), pair.substring(pair.indexOf('=') + 1));
        }
        return in;
    }

    @ParameterizedTest
    @CsvSource({
        "vol_to_lel, gas=methane basis=iec, vol, 'vol' is missing.",
        "vol_to_lel, gas=methane vol=1 basis=metric, basis, 'basis' is not 'metric'.",
        "vol_to_lel, gas=methane vol=-1 basis=iec, vol, 'vol' is at least 0.0",
        "vol_to_lel, gas=methane vol=much basis=iec, vol, 'vol' is a number",
        "vol_to_lel, gas=nitrogen vol=1 basis=iec, unit, no lower explosive limit",
        "vol_to_lel, gas=phlogiston vol=1 basis=iec, gas, No gas is called 'phlogiston'",
        "vol_to_lel, gas=methane vol=1 basis=iec lamp=3, lamp, does not take 'lamp'",
        "catalytic_true, set_on=methane displayed=5 seen=hydrogen-sulfide basis=handbook, gas, No factor",
        "pid_true, displayed=3 seen=methane, seen, 12.61 eV to ionise",
        "pid_true, displayed=3 seen=n-butane, seen, no response factor is known",
        "pid_true, displayed=3 seen=butanone lamp=11.7, lamp, not for 11.7 eV",
        "pid_mixture_rf, toluene=0.5 n-hexane=0.4, shares, together 1; they were 0.9",
        "pressure_at, altitude_m=20000, altitude_m, not 20000 m",
        "pressure_expected, label=0.1, kpa, one of the two",
        "pressure_expected, label=0.1 kpa=95 altitude_m=500, kpa, one of the two",
        "pressure_expected, label=0.1 kpa=1013, kpa, not 1013 kPa",
        "reference_bound, gas=oxygen c=16 u=2, u, a fraction below 1",
        "humid_oxygen, celsius=30 rh=80, rh, 'a fraction from 0 to 1, not 80'",
        "humid_oxygen, celsius=90 rh=0.5, celsius, from −40 to 60 °C",
        "flow_required, pump_l_min=0, pump_l_min, above 0",
        "air_fraction, o2_mix=20.9 o2_read=20, o2_mix, cannot tell itself from air",
        "line_lag, metres=500 bore_mm=4 l_min=0.3, metres, at most 100 m",
        "gas_left, litres=72 full_bar=40 gauge_bar=41, gauge_bar, above the full pressure",
        "runs_left, litres=72 full_bar=40 gauge_bar=12 per_run_l=0, per_run_l, is above 0.0",
        "uncertainty, c=80 u=0.02 k=3 resolution=1 std=0.4, k, 2 or unstated",
        "due, rule=every-7-weeks done=2026-03-03, rule, There is no rule 'every-7-weeks'",
        "due, rule=every-99-months done=2026-03-03, rule, months go from 1 to 60",
        "due, rule=every-1-month done=yesterday, done, is a day",
        "due, rule=every-1-month cap=never done=2026-03-03, cap, is a number",
        "stel, readings=ax40, readings, is a number",
        "stel, readings=15x40 step_s=0, step_s, above 0 and at most 900 s",
    })
    void aRefusalNamesTheInputAndTheLimit(String calculation, String inputs, String field, String words) {
        assertThatThrownBy(() -> Calculations.answer(calculation, given(inputs)))
                .isInstanceOfSatisfying(Refused.class, refused -> {
                    assertThat(refused.refusal().field()).isEqualTo(field);
                    assertThat(refused.refusal().reason()).contains(words);
                    assertThat(refused.refusal().wayOut()).isNotBlank();
                });
    }

    @Test
    void anUnknownCalculationIsToldWhichThereAre() {
        assertThatThrownBy(() -> Calculations.answer("bearing", Map.of()))
                .hasMessageContaining("vol_to_lel")
                .hasMessageContaining("due");
    }

    @ParameterizedTest
    @CsvSource({
        "due, rule=first-monday-of-following-month done=2026-03-03, 2026-04-06",
        "due, rule=next-second-tuesday min_days=1 done=2026-03-03, 2026-03-10",
        "due, rule=every-30-days done=2026-03-01, 2026-03-31",
        "due, rule=last-thursday-of-following-month cap=30 done=2026-03-03, 2026-04-02",
        "span_grade, applied=80 full_span=161, fail",
        "uncertainty, c=80 u=0.02 k=2 resolution=1 std=0.4, 1.879716",
        "stel, readings=5x100/25x10 step_s=60, 40",
        "twa, readings=480x25, 25",
        "factor, gas=methane basis=iec, 1",
        "air_fraction, o2_mix=16 o2_read=16, 0",
        "pressure_at, altitude_m=0, 101.325",
    })
    void otherFigures(String calculation, String inputs, String value) {
        assertThat(Calculations.answer(calculation, given(inputs)).value()).isEqualTo(value);
    }

    @Test
    void theWorkingHoldsTheFormulaTheNumbersAndTheSource() {
        var working = Calculations.answer("vol_to_lel", given("gas=methane vol=1.10 basis=iec"))
                .working();
        assertThat(working.formula()).isEqualTo("%LEL = 100 · c ÷ LEL");
        assertThat(working.inputs()).extracting("value").containsExactly("4.4 vol%", "1.1 vol%");
        assertThat(working.result()).isEqualTo("25 %LEL");
        assertThat(working.source()).isEqualTo("IEC 60079-20-1");
    }

    @Test
    void aFormulaIsFilledInWithItsNumbers() {
        var working = Calculations.answer("vol_to_lel", given("gas=methane vol=1.10 basis=iec"))
                .working();
        assertThat(working.filled()).isEqualTo("%LEL = 100 · 1.1 vol% ÷ 4.4 vol%");
    }

    @Test
    void everyCalculationBelongsToOneGroup() {
        assertThat(Calculations.groups().stream()
                        .flatMap(group -> group.calculations().stream())
                        .map(Calculation::name))
                .doesNotHaveDuplicates()
                .containsExactlyElementsOf(
                        Calculations.all().stream().map(Calculation::name).toList());
    }
}
