package onward.sentry.core.policy;

import static onward.sentry.core.working.Limit.refusal;
import static onward.sentry.core.working.Limit.refused;
import static onward.sentry.core.working.Limit.taken;
import static org.assertj.core.api.Assertions.assertThat;

import java.time.DayOfWeek;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.gas.GasFigure;
import onward.sentry.core.gas.SiteFigures;
import onward.sentry.core.policy.Signing.Proof;
import onward.sentry.core.schedule.IntervalRule.MonthDay;
import onward.sentry.core.schedule.Rhythm;
import onward.sentry.core.units.SiteUnits;
import org.junit.jupiter.api.Test;

/** What a house may decide for itself, at the edges. */
class PolicyLimitsTest {

    private static SitePolicy policy(double tolerance, int warnDays, double reserve, double altitude) {
        return new SitePolicy(
                1, tolerance, true, warnDays, reserve, altitude, null, null, null, null, null, null, null);
    }

    private static MethodOptions schools(int tries, Optional<MonthDay> dueDay) {
        var shipped = MethodOptions.SHIPPED;
        return new MethodOptions(
                shipped.adjust(),
                shipped.asFoundFirst(),
                shipped.combustible(),
                shipped.threading(),
                shipped.zeroAir(),
                shipped.accept(),
                shipped.grading(),
                shipped.guardBand(),
                shipped.reference(),
                tries,
                dueDay,
                shipped.skipped(),
                shipped.inDoubt());
    }

    @Test
    void aToleranceIsOneOfFour() {
        taken(
                () -> policy(5, 30, 0, 0),
                () -> policy(10, 30, 0, 0),
                () -> policy(15, 30, 0, 0),
                () -> policy(20, 30, 0, 0));
        refused(
                "policy-tolerance",
                "tolerancePercent",
                () -> policy(0, 30, 0, 0),
                () -> policy(7.5, 30, 0, 0),
                () -> policy(25, 30, 0, 0));
    }

    @Test
    void reserveWarningAndAltitudeHaveTheirBounds() {
        taken(() -> policy(10, 0, 0, -430), () -> policy(10, 365, 0.5, 5_000));
        refused("policy-reserve", "reserve", () -> policy(10, 30, -0.01, 0), () -> policy(10, 30, 0.51, 0));
        refused("policy-warning", "warnBeforeExpiryDays", () -> policy(10, -1, 0, 0), () -> policy(10, 366, 0, 0));
        refused("policy-altitude", "altitudeMetres", () -> policy(10, 30, 0, -431), () -> policy(10, 30, 0, 5_001));
    }

    @Test
    void aRuleOfBeforeAPartWasAddedHasWhatShips() {
        assertThat(policy(10, 30, 0.05, 0)).isEqualTo(SitePolicy.SHIPPED);
    }

    @Test
    void aBumpIsAskedForInBothPlacesOrInNone() {
        assertThat(bump(true, null).rhythm()).isEqualTo(new Rhythm(1, 7));
        assertThat(bump(false, null).rhythm()).isEqualTo(new Rhythm(0, 7));
        taken(() -> bump(true, new Rhythm(31, 0)), () -> bump(false, new Rhythm(0, 7)));
        refused("policy-bump", "bumpEachDay", () -> bump(true, new Rhythm(0, 7)), () -> bump(false, new Rhythm(1, 7)));
    }

    private static SitePolicy bump(boolean asked, Rhythm rhythm) {
        return new SitePolicy(1, 10, asked, 30, 0.05, 0, null, null, null, null, null, null, rhythm);
    }

    @Test
    void changingOnePartLeavesTheOthers() {
        var figures = new SiteFigures(
                List.of(new SiteFigures.OfGas("n-pentane", GasFigure.CATALYTIC_FACTOR, 2, "manual")), List.of());
        var other = SitePolicy.SHIPPED
                .with(figures)
                .with(schools(3, Optional.empty()))
                .withVersion(7);
        assertThat(other.name()).isEqualTo("site rules v7");
        assertThat(other.figures()).isEqualTo(figures);
        assertThat(other.schools().tries()).isEqualTo(3);
        assertThat(other.gases().gas("n-pentane").catalyticFactor()).hasValue(2);
        assertThat(other.with(SiteFigures.NONE).with(MethodOptions.SHIPPED).withVersion(1))
                .isEqualTo(SitePolicy.SHIPPED.with(SiteUnits.SHIPPED));
    }

    @Test
    void triesAreOneToThreeAndADueDayIsAWorkingDay() {
        taken(
                () -> schools(1, Optional.empty()),
                () -> schools(3, Optional.of(MonthDay.last(DayOfWeek.FRIDAY))),
                () -> schools(2, Optional.of(MonthDay.last(DayOfWeek.SATURDAY))),
                () -> schools(2, Optional.of(new MonthDay(1, DayOfWeek.MONDAY))));
        refused(
                "policy-tries",
                "schools.tries",
                () -> schools(0, Optional.empty()),
                () -> schools(4, Optional.empty()));
    }

    @Test
    void anAcceptanceWindowLiesAroundTheTarget() {
        taken(() -> SpanGrading.window(10, 100.1), () -> SpanGrading.window(99.9, 300));
        refused(
                "policy-window",
                "schools.grading",
                () -> SpanGrading.window(9.9, 200),
                () -> SpanGrading.window(100, 200),
                () -> SpanGrading.window(25, 100),
                () -> SpanGrading.window(25, 300.1));
    }

    @Test
    void aDeviceLocksWithinFourHoursOrNever() {
        taken(() -> new Signing(Proof.RECENT, 0, false), () -> new Signing(Proof.EACH, 240, true));
        refused(
                "policy-lock",
                "signing.lockMinutes",
                () -> new Signing(Proof.RECENT, -1, false),
                () -> new Signing(Proof.RECENT, 241, false));
    }

    @Test
    void nothingTakesMoreThanAYearToCome() {
        taken(() -> new LeadTimes(0, 365), () -> new LeadTimes(365, 0));
        refused("lead-time", "lead.gasDays", () -> new LeadTimes(-1, 28), () -> new LeadTimes(366, 28));
        refused("lead-time", "lead.partsDays", () -> new LeadTimes(14, -1), () -> new LeadTimes(14, 366));
    }

    @Test
    void aCautionIsOneSentenceLong() {
        taken(() -> new Cautions("!", "x".repeat(160), "  spaces do not count  "));
        refused("policy-caution", "cautions.noAlarm", () -> new Cautions(" ", "x", "x"));
        refused("policy-caution", "cautions.notBesideGas", () -> new Cautions("x", "x".repeat(161), "x"));
        refused("policy-caution", "cautions.ventilate", () -> new Cautions("x", "x", ""));
        assertThat(new Cautions(" a ", "b", "c").noAlarm()).isEqualTo("a");
    }

    @Test
    void aCompetenceIsCalledInSixtyLetters() {
        taken(() -> new Competence("x".repeat(60), Optional.empty()));
        refused(
                "competence-name",
                "competence",
                () -> new Competence("x".repeat(61), Optional.empty()),
                () -> new Competence("  ", Optional.empty()));
    }

    @Test
    void aPinHasFourToEightDigitsThatDoNotFollowOneAnother() {
        taken(() -> Pin.check("7394"), () -> Pin.check("13572468"), () -> Pin.check("1233"), () -> Pin.check("9870"));
        refused(
                "pin-form",
                "pin",
                () -> Pin.check("258"),
                () -> Pin.check("135724680"),
                () -> Pin.check("25 80"),
                () -> Pin.check("25a0"),
                () -> Pin.check("٢٥٨٠"));
        refused(
                "pin-easy",
                "pin",
                () -> Pin.check("0000"),
                () -> Pin.check("123456"),
                () -> Pin.check("87654321"),
                () -> Pin.check("3333333"));
        assertThat(refusal(() -> Pin.check("1234")).reason()).doesNotContain("1234");
    }
}
