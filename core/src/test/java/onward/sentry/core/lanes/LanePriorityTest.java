package onward.sentry.core.lanes;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.card.Job;
import onward.sentry.core.lanes.LaneTask.Urgency;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.run.Fixtures;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.run.NextAction.Kind;
import onward.sentry.core.run.RunCommand;
import onward.sentry.core.run.RunEvent;
import org.junit.jupiter.api.Test;

class LanePriorityTest {

    private static LiveRun run(String serial, String room, Optional<String> manifold, ReadingSource source) {
        var plain = Fixtures.started(Job.CALIBRATION, source);
        var run = LiveRun.start(
                Fixtures.quoin4(),
                SitePolicy.SHIPPED,
                new RunEvent.RunStarted(
                        0, serial, plain.job(), plain.model(), 1, 1, "Una", source, 1, plain.sensors(), plain.slots()));
        run.carryOut(new RunCommand.Place(room, manifold, manifold.isPresent() ? 2 : 1), 0, "Una");
        return run;
    }

    private static LiveRun typed(String serial, String room) {
        return run(serial, room, Optional.empty(), ReadingSource.TYPED);
    }

    /** Typed, and so far that the card asks for the zero. */
    private static LiveRun toZero(LiveRun run) {
        run.carryOut(new RunCommand.ConfirmChecks(0), 1_000, "Una");
        run.carryOut(new RunCommand.TimePassed(), 40_000, "Una");
        return run;
    }

    private static LiveRun toGas(LiveRun run) {
        toZero(run).carryOut(new RunCommand.StartZero(2), 41_000, "Una");
        for (long at : new long[] {46_000, 52_000, 58_000}) {
            Map.of(1, 0.0, 2, 20.9, 3, 0.0, 4, 0.0)
                    .forEach((slot, value) -> run.carryOut(new RunCommand.TypeReading(slot, value), at, "Una"));
        }
        return run;
    }

    private static LiveRun onGas(LiveRun run) {
        toGas(run)
                .carryOut(
                        new RunCommand.ChooseCylinder(3, "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of()),
                        60_000,
                        "Una");
        run.carryOut(new RunCommand.GasOn(3), 65_000, "Una");
        return run;
    }

    private static List<LaneTask> order(LiveRun... runs) {
        var lanes = java.util.Arrays.stream(runs)
                .map(run -> Lane.of(run.state().started().orElseThrow().serial(), run))
                .toList();
        return LanePriority.of(lanes, lanes);
    }

    @Test
    void gasComesFirstThenWhatStartsAWaitThenTheRest() {
        var hands = order(
                toGas(typed("A", "yard")),
                typed("B", "workshop"),
                onGas(typed("C", "workshop")),
                toZero(typed("D", "yard")));
        assertThat(hands).extracting(hand -> hand.lane().serial()).containsExactly("C", "D", "B", "A");
        assertThat(hands.get(0).urgency()).isEqualTo(Urgency.GAS_FLOWS);
        assertThat(hands.get(1).lane().next().kind()).isEqualTo(Kind.START_ZERO);
    }

    @Test
    void aZeroWaitsWhileGasIsOnInTheSameRoomOnly() {
        var gas = onGas(typed("A", "workshop"));
        var beside = toZero(typed("B", "workshop"));
        var elsewhere = toZero(typed("C", "yard"));
        var hands = order(gas, beside, elsewhere);
        assertThat(hands).extracting(hand -> hand.lane().serial()).containsExactly("A", "C", "B");
        assertThat(hands.get(2).urgency()).isEqualTo(Urgency.HELD_BACK);
        assertThat(hands.get(2).why()).contains("Gas is on at A in the same room");
        assertThat(hands.get(2).wanted()).isFalse();
        var lane = Lane.of("B", beside);
        assertThat(Neighbours.of(lane, List.of(lane, Lane.of("A", gas)))
                        .againstZero(lane)
                        .orElseThrow()
                        .code())
                .isEqualTo("zero-beside-gas");
    }

    @Test
    void theValveStaysShutWhileSomebodyZeroesInTheSameRoom() {
        var zeroing = toZero(typed("A", "workshop"));
        zeroing.carryOut(new RunCommand.StartZero(2), 41_000, "Una");
        var ready = toGas(typed("B", "workshop"));
        ready.carryOut(
                new RunCommand.ChooseCylinder(3, "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of()),
                60_000,
                "Una");
        var hands = order(zeroing, ready);
        assertThat(hands.get(0).lane().serial())
                .as("a typed zero wants its readings")
                .isEqualTo("A");
        assertThat(hands.get(1).why()).contains("A is being zeroed in the air of the same room");
    }

    @Test
    void aCylinderServesOneLaneOrOneManifold() {
        var holder = onGas(typed("A", "workshop"));
        var other = Lane.of("B", toGas(typed("B", "yard")));
        var refusal = Neighbours.of(other, List.of(Lane.of("A", holder), other))
                .againstCylinder(other, "HM-01")
                .orElseThrow();
        assertThat(refusal.reason()).isEqualTo("HM-01 is at A, with Una.");
        assertThat(Neighbours.of(other, List.of(Lane.of("A", holder), other)).againstCylinder(other, "HM-02"))
                .isEmpty();
        var first = onGas(run("C", "workshop", Optional.of("M"), ReadingSource.TYPED));
        var second = Lane.of("D", toGas(run("D", "workshop", Optional.of("M"), ReadingSource.TYPED)));
        assertThat(Neighbours.of(second, List.of(Lane.of("C", first), second)).againstCylinder(second, "HM-01"))
                .isEmpty();
    }

    @Test
    void aManifoldHoldsOneModelAndEachDetectorOnce() {
        Manifold.check(List.of("A", "B"), List.of("Quoin 4", "Quoin 4"));
        assertThatThrownBy(() -> Manifold.check(List.of("A", "B"), List.of("Quoin 4", "Mote CO")))
                .hasMessageContaining("these are Quoin 4, Mote CO");
        assertThatThrownBy(() -> Manifold.check(List.of("A", "a"), List.of("Quoin 4", "Quoin 4")))
                .hasMessageContaining("one of A, a is named twice");
    }

    @Test
    void aManifoldWaitsForItsLastOneBeforeGasIsChosen() {
        var ahead = toGas(run("A", "workshop", Optional.of("M"), ReadingSource.TYPED));
        var behind = toZero(run("B", "workshop", Optional.of("M"), ReadingSource.TYPED));
        var hands = order(ahead, behind);
        assertThat(hands).extracting(hand -> hand.lane().serial()).containsExactly("B", "A");
        assertThat(hands.get(1).why()).isEqualTo("B on the same manifold is not so far yet.");
    }

    @Test
    void whileAllWaitItSaysWhatToLayReady() {
        var warming = typed("A", "workshop");
        warming.carryOut(new RunCommand.ConfirmChecks(0), 1_000, "Una");
        var hand = order(warming).get(0);
        assertThat(hand.urgency()).isEqualTo(Urgency.WAITS);
        assertThat(hand.meanwhile().orElseThrow())
                .startsWith("Meanwhile prepare: the mix for 4 gases")
                .contains("cup over the sensors");
    }
}
