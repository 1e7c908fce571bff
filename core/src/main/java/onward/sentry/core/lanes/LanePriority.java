package onward.sentry.core.lanes;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.lanes.LaneTask.Urgency;
import onward.sentry.core.run.NextAction.Kind;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * The order in which one pair of hands serves several lanes: gas that flows on settled sensors beats everything, then
 * limits that are about to pass, then what starts a wait, so that the waits of all lanes run side by side; a signature
 * can be given last.
 */
public final class LanePriority {

    /** A limit that is nearer than this comes before what can be done at any time, seconds. */
    private static final double NEAR_SECONDS = 20;

    private static final Comparator<LaneTask> ORDER = Comparator.comparing(LaneTask::urgency)
            .thenComparingInt(LanePriority::turn)
            .thenComparingDouble(
                    hand -> hand.urgency() == Urgency.LIMIT_NEAR ? hand.lane().secondsLeft() : 0)
            .thenComparingLong(
                    hand -> hand.lane().state().stepSince() - hand.lane().now())
            .thenComparing(hand -> hand.lane().serial());

    private LanePriority() {}

    /**
     * @param own lanes of one technician
     * @param all every lane of the site, these among them
     * @return one hand for each of one's own lanes, the most urgent first
     */
    public static List<LaneTask> of(List<Lane> own, List<Lane> all) {
        var hands = new ArrayList<LaneTask>();
        for (var lane : own) {
            hands.add(hand(lane, Neighbours.of(lane, all)));
        }
        hands.sort(ORDER);
        return List.copyOf(hands);
    }

    private static LaneTask hand(Lane lane, Neighbours neighbours) {
        if (lane.waits() && !lane.wantsTyping()) {
            return new LaneTask(lane, Urgency.WAITS, waitsFor(lane), PreparationHint.of(lane.state()));
        }
        var held = heldBack(lane, neighbours);
        if (held.isPresent()) {
            return new LaneTask(lane, Urgency.HELD_BACK, held.get(), Optional.empty());
        }
        if (lane.state().gasIsOn()) {
            return new LaneTask(
                    lane,
                    Urgency.GAS_FLOWS,
                    lane.wantsTyping() ? "Gas is on: type what it shows." : "Gas is on, and nothing is being measured.",
                    Optional.empty());
        }
        if (lane.secondsLeft() <= NEAR_SECONDS) {
            return new LaneTask(
                    lane,
                    Urgency.LIMIT_NEAR,
                    "Its limit passes in " + Figures.upTo(Math.max(0, Math.ceil(lane.secondsLeft())), 0) + " s.",
                    Optional.empty());
        }
        return new LaneTask(lane, Urgency.FREE, "No gas is on here.", Optional.empty());
    }

    private static String waitsFor(Lane lane) {
        return switch (lane.next().kind()) {
            case WAIT_WARM_UP -> "Warming up.";
            case WAIT_ZERO -> "Zero is settling.";
            case WAIT_BLANK -> "The blank is being taken.";
            case WAIT_SETTLE -> "Readings are settling on gas.";
            case WAIT_CLEAR -> "Clearing down.";
            default -> "Done.";
        };
    }

    /**
     * {@return why the hand that a lane asks for must wait for a neighbour; empty when it need not}
     *
     * @param lane the lane to look at
     * @param all every lane of the room
     */
    public static Optional<String> heldBack(Lane lane, List<Lane> all) {
        return heldBack(lane, Neighbours.of(lane, all));
    }

    private static Optional<String> heldBack(Lane lane, Neighbours neighbours) {
        return switch (lane.next().kind()) {
            case START_ZERO, START_BLANK -> neighbours.againstZero(lane).map(Refusal::reason);
            case CHOOSE_CYLINDER -> manifoldBehind(lane, neighbours);
            case OPEN_GAS ->
                manifoldBehind(lane, neighbours)
                        .or(() -> neighbours.againstGas(lane).map(Refusal::reason));
            case CLOSE_GAS ->
                neighbours.others().stream()
                        .filter(lane::sharesManifoldWith)
                        .filter(other -> other.next().kind() == Kind.WAIT_SETTLE)
                        .findFirst()
                        .map(other -> other.serial() + " on the same manifold is still settling.");
            default -> Optional.empty();
        };
    }

    /** Gas comes to a whole manifold at once: those that have come less far are waited for. */
    private static Optional<String> manifoldBehind(Lane lane, Neighbours neighbours) {
        return neighbours.others().stream()
                .filter(lane::sharesManifoldWith)
                .filter(other -> other.state().step() < lane.state().step()
                        || lane.next().kind() == Kind.OPEN_GAS && other.next().kind() == Kind.CHOOSE_CYLINDER)
                .findFirst()
                .map(other -> other.serial() + " on the same manifold is not so far yet.");
    }

    /** Who has asked longest comes first; lanes that only wait keep their places. */
    private static long asking(LaneTask hand) {
        return hand.wanted() ? hand.lane().state().stepSince() - hand.lane().now() : 0;
    }

    /** What starts a wait comes before what does not; what is lost when the instrument is turned off, before both. */
    private static int turn(LaneTask hand) {
        return switch (hand.lane().next().kind()) {
            case CLOSE_GAS -> 0;
            case CONFIRM_ALARMS -> 1;
            case CONFIRM_SAVED -> 2;
            case START_ZERO, START_BLANK -> 3;
            case CONFIRM_CHECKS, BLOCK_TEST -> 4;
            case CONFIRM_STEP, MEASURE, ANSWER -> 5;
            case CHOOSE_CYLINDER -> 6;
            case OPEN_GAS -> 7;
            case TRY_AGAIN, RESOLVE_DOUBT -> 8;
            case SIGN -> 9;
            case WAIT_WARM_UP, WAIT_ZERO, WAIT_BLANK, WAIT_SETTLE, WAIT_CLEAR -> 10;
            case DONE -> 11;
        };
    }
}
