package onward.sentry.planner;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import onward.sentry.core.plan.PlanCheck;
import onward.sentry.core.plan.PlanCost;
import onward.sentry.core.plan.SimplePlanner;
import onward.sentry.core.sim.SimFleet;
import org.junit.jupiter.api.Test;

/** The search in a process of its own, as the server runs it. */
class PlanProcessTest {

    private static final LocalDate MONDAY = LocalDate.of(2026, 3, 2);

    @Test
    void itFindsTheSameAsInThisProcess() throws IOException {
        var task = SimFleet.task(30, 15, MONDAY, 3);
        var heard = new ArrayList<Progress>();
        assertThat(PlanProcess.begin(task, Duration.ofSeconds(40)).follow(heard::add))
                .isTrue();
        var last = heard.get(heard.size() - 1);
        assertThat(last.isBest()).isTrue();
        assertThat(PlanCheck.of(task, last.plan())).isEmpty();
        assertThat(PlanCost.of(task, last.plan())).isEqualTo(last.cost());
        assertThat(last.cost())
                .usingComparator(PlanCost::compareTo)
                .isEqualTo(new PlanSolver(task, Duration.ofSeconds(40), progress -> {})
                        .search()
                        .cost());
    }

    @Test
    void whatWasHeardBeforeItWasStoppedStays() throws IOException {
        var task = SimFleet.task(500, 30, MONDAY, 3);
        var process = PlanProcess.begin(task, Duration.ofSeconds(60));
        var heard = new ArrayList<Progress>();
        boolean byItself = process.follow(progress -> {
            heard.add(progress);
            process.stop();
        });
        assertThat(byItself).isFalse();
        assertThat(heard.get(0).cost()).isEqualTo(PlanCost.of(task, SimplePlanner.plan(task)));
    }
}
