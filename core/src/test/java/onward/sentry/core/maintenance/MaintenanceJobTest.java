package onward.sentry.core.maintenance;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.IntRange;
import onward.sentry.core.card.AcceptRule;
import onward.sentry.core.card.MaintenanceKind;
import onward.sentry.core.card.MaintenanceProcedure;
import onward.sentry.core.card.MaintenanceProcedure.PartUse;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.card.Step;
import onward.sentry.core.working.Refused;
import org.assertj.core.api.ThrowableAssert.ThrowingCallable;
import org.junit.jupiter.api.Test;

class MaintenanceJobTest {

    private static final Instant START = Instant.parse("2026-03-02T08:00:00Z");
    private static final MaintenanceProcedure PROCEDURE = new MaintenanceProcedure(
            MaintenanceKind.SERVICE_BATTERY,
            List.of(
                    new Step.Checks(List.of("Detector is off"), ""),
                    new Step.Measure(Quantity.AMBIENT_TEMPERATURE, 5, 35, "Let it warm up.", ""),
                    new Step.Ask("Charge", "Does it take charge?", true, "Fit a new battery.", ""),
                    new Step.WarmUp(60, "")),
            List.of(new PartUse("battery", 1)));

    private static void refused(String code, ThrowingCallable what) {
        assertThatThrownBy(what)
                .isInstanceOfSatisfying(
                        Refused.class,
                        refused -> assertThat(refused.refusal().code()).isEqualTo(code));
    }

    private static MaintenanceJob after(MaintenanceJob job, int step, double value, boolean answer, long seconds) {
        return job.plus(
                job.confirm(step, OptionalDouble.of(value), Optional.of(answer), START.plusSeconds(seconds), "Una"));
    }

    @Test
    void itIsWorkedStepByStepAndWhatDoesNotLetItGoOnStaysOnRecord() {
        var job = MaintenanceJob.start(PROCEDURE, START, "Una");
        refused("maintenance-order", () -> job.confirm(1, OptionalDouble.of(20), Optional.empty(), START, "Una"));
        refused("maintenance-open-step", () -> job.finish("", START, "Una"));
        var checked = job.plus(job.confirm(0, OptionalDouble.empty(), Optional.empty(), START, "Una"));
        refused("field-missing", () -> checked.confirm(1, OptionalDouble.empty(), Optional.empty(), START, "Una"));
        var cold = after(checked, 1, 4.9, true, 10);
        assertThat(cold.next()).isEqualTo(1);
        assertThat(cold.events().get(2)).isInstanceOf(MaintenanceEvent.StepRefused.class);
        var warm = after(cold, 1, 5, true, 20);
        var flat = after(warm, 2, 0, false, 30);
        assertThat(flat.next()).isEqualTo(2);
        var charged = after(flat, 2, 0, true, 100);
        assertThat(charged.waitsUntil()).contains(START.plusSeconds(160));
        assertThatThrownBy(() -> after(charged, 3, 0, true, 159)).hasMessageContaining("takes 1 s more");
        var done = after(charged, 3, 0, true, 160);
        var finished = done.plus(done.finish("new cell", START.plusSeconds(170), "Una"));
        assertThat(finished.isFinished()).isTrue();
        assertThat(finished.isOpen()).isFalse();
        refused("maintenance-closed", () -> finished.stop("x", START, "Una"));
    }

    @Test
    void itStopsWithAReason() {
        var job = MaintenanceJob.start(PROCEDURE, START, "Una");
        refused("remark-missing", () -> job.stop(" ", START, "Una"));
        var stopped = job.plus(job.stop("no battery here", START, "Una"));
        assertThat(stopped.isOpen()).isFalse();
        assertThat(stopped.isFinished()).isFalse();
    }

    @Test
    void aProcedureHasNoGasAndNamesEachPartOnce() {
        var zero = new Step.Zero(List.of(1), new AcceptRule.OnStability(5, 60), "");
        var check = List.<Step>of(new Step.Checks(List.of("x"), ""));
        refused(
                "maintenance-step",
                () -> new MaintenanceProcedure(MaintenanceKind.COMMISSION, List.of(zero), List.of()));
        refused("maintenance-step", () -> new MaintenanceProcedure(MaintenanceKind.COMMISSION, List.of(), List.of()));
        refused(
                "maintenance-part",
                () -> new MaintenanceProcedure(
                        MaintenanceKind.COMMISSION, check, List.of(new PartUse("a", 1), new PartUse("a ", 2))));
        refused("maintenance-part", () -> new PartUse("a", 0));
    }

    @Property
    void theStockNeverFallsBelowNoneAndIsLowFromItsReorderPointOn(
            @ForAll @IntRange(max = 50) int count,
            @ForAll @IntRange(max = 50) int used,
            @ForAll @IntRange(max = 20) int reorderAt) {
        var left = new PartStock("inlet filter", count, reorderAt).less(used);
        assertThat(left.count()).isBetween(0, count);
        assertThat(left.isLow()).isEqualTo(left.count() <= reorderAt);
        assertThat(left.count()).isEqualTo(Math.max(0, count - used));
    }
}
