package onward.sentry.core.schedule;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;

/** Recalls, drops and calibrations in any order: what is still covered stays held, and nothing else does. */
class CausesProperties {

    private static final LocalDate DAY = LocalDate.of(2026, 3, 2);

    /** One thing that happens: a recall begins or is withdrawn, or a drop is reported. */
    record Step(boolean begins, String recall) {}

    @Provide
    Arbitrary<List<Step>> steps() {
        return Arbitraries.of(true, false)
                .flatMap(begins -> Arbitraries.of("r1", "r2", "r3", "r4").map(recall -> new Step(begins, recall)))
                .list()
                .ofMaxSize(30);
    }

    private static Cause recall(String id) {
        return new Cause(Cause.Kind.RECALL, id, DAY, "lot L-7 recalled");
    }

    @Property
    void whatIsStillCoveredStaysHeldWhateverTheOrder(@ForAll("steps") List<Step> steps) {
        var causes = Causes.NONE.plus(Cause.reported(DAY, "dropped or hit"));
        Set<String> covered = new HashSet<>();
        for (var step : steps) {
            if (step.begins()) {
                causes = causes.plus(recall(step.recall()));
                covered.add(step.recall());
            } else {
                causes = causes.without(Cause.Kind.RECALL, step.recall());
                covered.remove(step.recall());
            }
            assertThat(causes.open())
                    .filteredOn(cause -> cause.kind() == Cause.Kind.RECALL)
                    .extracting(Cause::source)
                    .containsExactlyInAnyOrderElementsOf(covered);
        }
        assertThat(causes.open()).as("a drop outlives every recall").contains(Cause.reported(DAY, "dropped or hit"));
    }

    @Property
    void theSameEventsInAnyOrderAreTheSameSet(@ForAll("steps") List<Step> steps) {
        var all = steps.stream().map(step -> recall(step.recall())).toList();
        Map<String, Cause> bySource = new HashMap<>();
        all.forEach(cause -> bySource.put(cause.source(), cause));
        var turned = new java.util.ArrayList<>(all);
        java.util.Collections.reverse(turned);
        assertThat(Causes.of(all)).isEqualTo(Causes.of(turned));
        assertThat(Causes.of(all).open()).hasSize(bySource.size());
    }

    @Property
    void aCalibrationSettlesWhatCameBeforeItAndNothingLater(
            @ForAll("days") List<Integer> days, @ForAll("day") int calibrated) {
        var causes = Causes.of(days.stream()
                .map(day -> Cause.reported(DAY.plusDays(day), "dropped on day " + day))
                .toList());
        assertThat(causes.settledBy(DAY.plusDays(calibrated)).open())
                .allMatch(cause -> cause.on().isAfter(DAY.plusDays(calibrated)))
                .hasSize((int)
                        days.stream().distinct().filter(day -> day > calibrated).count());
    }

    @Provide
    Arbitrary<List<Integer>> days() {
        return day().list().ofMaxSize(20);
    }

    @Provide
    Arbitrary<Integer> day() {
        return Arbitraries.integers().between(0, 40);
    }

    @Property(tries = 1)
    void allOfThemAreNamedTheEarliestFirst() {
        var causes = Causes.of(List.of(recall("r1"), recall("r2"), Cause.reported(DAY.minusDays(1), "dropped or hit")));
        assertThat(causes.words()).isEqualTo("dropped or hit; lot L-7 recalled");
        assertThat(causes.first()).contains(Cause.reported(DAY.minusDays(1), "dropped or hit"));
        assertThat(Causes.NONE.isEmpty()).isTrue();
    }
}
