package onward.sentry.core.run;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.entry;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Map;
import onward.sentry.core.card.Job;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import org.junit.jupiter.api.Test;

class GasUseTest {

    private static RunState run(ReadingSource source, RunEvent... later) {
        var events = new java.util.ArrayList<RunEvent>(List.of(Fixtures.started(Job.BUMP, source)));
        events.addAll(List.of(later));
        return RunState.of(Fixtures.quoin4(), events);
    }

    private static RunEvent chosen(long at, String tag) {
        var live = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.BUMP, ReadingSource.SEEN_LIVE));
        return live.carryOut(
                        new RunCommand.ChooseCylinder(0, tag, Fixtures.houseMix(), Fixtures.TODAY, List.of()),
                        at,
                        "Una")
                .get(0);
    }

    @Test
    void timeOnGasTimesTheFlowAndALittleToFlushTheLine() {
        var state = run(
                ReadingSource.LINK,
                chosen(0, "HM-01"),
                new RunEvent.GasOpened(10_000, 0, true),
                new RunEvent.GasClosed(130_000, 0, true, Map.of()),
                chosen(140_000, "HM-02"),
                new RunEvent.GasOpened(150_000, 0, true));
        var use = GasUse.of(state, 180_000);
        assertThat(use.get("HM-01")).isCloseTo(0.1 + 2 * 0.5, within(1e-9));
        assertThat(use.get("HM-02")).as("still open").isCloseTo(0.1 + 0.5 * 0.5, within(1e-9));
    }

    @Test
    void straightOnFromOneApplicationToTheNextIsOneConnection() {
        var state = run(
                ReadingSource.LINK,
                chosen(0, "HM-01"),
                new RunEvent.GasOpened(0, 0, true),
                new RunEvent.GasOpened(60_000, 1, true),
                new RunEvent.GasClosed(120_000, 1, true, Map.of()));
        assertThat(GasUse.of(state, 500_000)).containsOnly(entry("HM-01", 0.1 + 2 * 0.5));
    }

    @Test
    void whatNobodyTimedCountsAsTheCardReckonsAndAChoiceAloneDrawsNothing() {
        var seen = LiveRun.start(Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.BUMP, ReadingSource.SEEN));
        seen.carryOut(
                new RunCommand.SeeBump("HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of(), true, Map.of()),
                0,
                "Una");
        assertThat(GasUse.of(seen.state(), 0)).containsOnly(entry("HM-01", 0.6));
        assertThat(GasUse.of(run(ReadingSource.LINK, chosen(0, "HM-01")), 60_000))
                .isEmpty();
    }
}
