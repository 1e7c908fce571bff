package onward.sentry.core.plan;

import static onward.sentry.core.plan.PlanFixtures.MONDAY;
import static onward.sentry.core.plan.PlanFixtures.job;
import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.junit.jupiter.api.Test;

class DaySplitTest {

    private static final BenchDay TWO =
            new BenchDay(MONDAY, List.of(new Shift("Una", 60, Set.of("lamps")), new Shift("Brand", 60, Set.of())));

    private static PlanJob lamps(String detector) {
        return new PlanJob(
                detector, "Reed", "Quarry", "C", 20, 30, MONDAY, MONDAY, Optional.of("lamps"), Optional.empty());
    }

    private static List<String> of(String technician, List<PlanJob> jobs) {
        return DaySplit.of(TWO, jobs).get(technician).stream()
                .map(PlanJob::detector)
                .toList();
    }

    @Test
    void eachGasStaysWithOneTechnicianAsFarAsTheMinutesGo() {
        var jobs = List.of(job("A1", "A", 0), job("B1", "B", 0), job("A2", "A", 0), job("B2", "B", 0));
        assertThat(of("Una", jobs)).containsExactly("A1", "A2");
        assertThat(of("Brand", jobs)).containsExactly("B1", "B2");
    }

    @Test
    void whatAsksForACompetenceGoesToWhoHoldsItAndTheRestGoesRound() {
        var jobs = List.of(job("A1", "A", 0), job("A2", "A", 0), lamps("R1"), lamps("R2"));
        assertThat(of("Una", jobs)).containsExactly("R1", "R2");
        assertThat(of("Brand", jobs)).containsExactly("A1", "A2");
    }

    @Test
    void whoeverWorksThatDayIsListedThoughThereIsNothingToDo() {
        assertThat(DaySplit.of(TWO, List.of())).containsOnlyKeys("Una", "Brand");
    }
}
