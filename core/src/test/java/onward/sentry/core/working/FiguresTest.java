package onward.sentry.core.working;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.LocalDate;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FiguresTest {

    @ParameterizedTest
    @CsvSource({
        "36.84, 0.1, 36.8",
        "36.85, 0.1, 36.9",
        "79.6, 1, 80",
        "-0.04, 0.1, 0.0",
        "-0.4, 1, 0",
        "1.2345, 0.001, 1.235",
        "12.3, 0.5, 12.5",
        "20.9, 0.1, 20.9",
    })
    void readingsKeepTheStepsOfTheDisplayAndNeverShowMinusNought(double value, double step, String shown) {
        assertThat(Figures.at(value, step)).isEqualTo(shown);
    }

    @ParameterizedTest
    @CsvSource({"16.0, 2, 16", "0.125, 2, 0.13", "-0.001, 2, 0", "1200, 0, 1200", "9.3333333, 4, 9.3333"})
    void otherFiguresHaveNoTrailingNoughts(double value, int decimals, String shown) {
        assertThat(Figures.upTo(value, decimals)).isEqualTo(shown);
    }

    @Test
    void daysAndTimesAreWrittenForPeople() {
        assertThat(Figures.day(LocalDate.of(2026, 3, 2))).isEqualTo("2026-03-02");
        assertThat(Figures.days(1)).isEqualTo("1 day");
        assertThat(Figures.days(0)).isEqualTo("0 days");
        assertThat(Figures.seconds(12_340)).isEqualTo("12.3 s");
    }

    @Test
    void aWorkingIsBuiltStepByStepAndTheOnesBeforeStayAsTheyWere() {
        var bare = Derivation.of("Gas left", "V · P ÷ P_full");
        var whole = bare.with("V", "72 L").with("P", "12 bar").gives("21.6 L").from("gauge");
        assertThat(bare.inputs()).isEmpty();
        assertThat(whole.inputs()).extracting(Derivation.Input::name).containsExactly("V", "P");
        assertThat(whole.result()).isEqualTo("21.6 L");
        assertThat(whole.source()).isEqualTo("gauge");
    }

    @Test
    void aRefusalThatIsThrownSaysWhyAndTheWayOut() {
        Refusal.unless(true, "fine", "", "never said", "nothing to do");
        assertThatThrownBy(() -> Refusal.unless(false, "too-long", "name", "It has 9 of 8 characters.", "Shorten it."))
                .isInstanceOfSatisfying(
                        Refused.class,
                        refused -> assertThat(refused.refusal().field()).isEqualTo("name"))
                .hasMessage("It has 9 of 8 characters. Shorten it.");
    }

    @Test
    void whatIsBeyondAllMeasureCanStillBeShownInARefusal() {
        assertThat(Figures.upTo(Double.POSITIVE_INFINITY, 2)).isEqualTo("∞");
        assertThat(Figures.upTo(Double.NEGATIVE_INFINITY, 2)).isEqualTo("−∞");
        assertThat(Figures.upTo(Double.NaN, 2)).isEqualTo("no number");
        assertThat(Figures.upTo(1e308, 2)).isEqualTo("1.0E308");
        assertThat(Figures.at(Double.NaN, 0.1)).isEqualTo("no number");
        assertThat(Figures.upTo(999_999_999_999_999.0, 2)).isEqualTo("999999999999999");
    }
}
