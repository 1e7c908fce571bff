package onward.sentry.core.units;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.List;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import org.junit.jupiter.api.Test;

class SiteUnitsTest {

    @Test
    void pressuresAreThoseOfTheTables() {
        assertThat(PressureUnit.PSI.shown(1)).isEqualTo(14.503774);
        assertThat(PressureUnit.PSI.kept(2_000)).isEqualTo(137.895146);
        assertThat(PressureUnit.KILOPASCAL.kept(13_800)).isEqualTo(138);
        assertThat(PressureUnit.PSI.text(10)).isEqualTo("145 psi");
        assertThat(PressureUnit.BAR.text(69.44)).isEqualTo("69.4 bar");
    }

    @Test
    void temperaturesAreThoseOfTheTables() {
        assertThat(TemperatureUnit.FAHRENHEIT.text(20)).isEqualTo("68 °F");
        assertThat(TemperatureUnit.FAHRENHEIT.kept(32)).isZero();
        assertThat(TemperatureUnit.FAHRENHEIT.kept(-40)).isEqualTo(-40);
        assertThat(TemperatureUnit.CELSIUS.text(4.25)).isEqualTo("4.3 °C");
    }

    @Property
    void whatWasShownComesBackAsItWasKept(@ForAll @IntRange(min = -40_000, max = 300_000) int thousandths) {
        double kept = thousandths / 1_000.0;
        for (var unit : PressureUnit.values()) {
            assertThat(unit.kept(unit.shown(kept))).isEqualTo(kept);
        }
        for (var unit : TemperatureUnit.values()) {
            assertThat(unit.kept(unit.shown(kept))).isEqualTo(kept);
        }
    }

    @Test
    void whatNoInstrumentShowsStaysForTheLimitsToRefuse() {
        assertThat(PressureUnit.PSI.kept(Double.NaN)).isNaN();
        assertThat(TemperatureUnit.FAHRENHEIT.kept(Double.POSITIVE_INFINITY)).isInfinite();
        assertThat(PressureUnit.KILOPASCAL.kept(-1e300)).isEqualTo(-1e300);
    }

    @Test
    void daysAreWrittenInOneForm() {
        var day = LocalDate.of(2026, 3, 2);
        assertThat(DateForm.DAY_FIRST.day(day)).isEqualTo("2 Mar 2026");
        assertThat(DateForm.MONTH_FIRST.day(day)).isEqualTo("Mar 2, 2026");
        assertThat(DateForm.YEAR_FIRST.day(day)).isEqualTo("2026-03-02");
    }

    @Test
    void aSentenceOfTheRulesTakesTheFormOfTheSite() {
        var sentence = "Due on 2026-03-02 (the cap, 2026-04-06, is later).";
        assertThat(DateForm.DAY_FIRST.inText(sentence)).isEqualTo("Due on 2 Mar 2026 (the cap, 6 Apr 2026, is later).");
        assertThat(DateForm.MONTH_FIRST.inText("Since 2026-12-24.")).isEqualTo("Since Dec 24, 2026.");
        assertThat(DateForm.YEAR_FIRST.inText(sentence)).isEqualTo(sentence);
    }

    @Property
    void whatIsNoDayByItselfStaysAsItIs(@ForAll @IntRange(min = 0, max = 9999) int year, @ForAll boolean after) {
        var day = "%04d-11-24".formatted(year);
        for (var text : List.of("SKV-" + day, day + "-7", "plan/" + day, day + "T09:00", day + ".xlsx", "2026-02-31")) {
            var sentence = after ? "see " + text : text + " it is";
            assertThat(DateForm.DAY_FIRST.inText(sentence)).isEqualTo(sentence);
            assertThat(DateForm.namesADay(sentence)).isEqualTo(text.equals("2026-02-31"));
        }
    }

    @Test
    void whatIsNotSaidIsAsShipped() {
        assertThat(new SiteUnits(null, null, null)).isEqualTo(SiteUnits.SHIPPED);
    }
}
