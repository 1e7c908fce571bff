package onward.sentry.core.lanes;

import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import onward.sentry.core.working.Refusal;

/**
 * What must not happen beside what in one room. Zero air would hold a neighbour's gas, and a cylinder that serves two
 * places at once gives neither its flow.
 *
 * @param others the lanes of everybody else, and one's own other ones
 */
public record Neighbours(List<Lane> others) {

    /**
     * Copies what it is given.
     *
     * @param others the lanes of everybody else, and one's own other ones
     */
    public Neighbours {
        others = List.copyOf(others);
    }

    /**
     * {@return the neighbours of one lane among all}
     *
     * @param lane the lane to look at
     * @param all every lane of the room
     */
    public static Neighbours of(Lane lane, List<Lane> all) {
        return new Neighbours(
                all.stream().filter(other -> !other.id().equals(lane.id())).toList());
    }

    /**
     * {@return why a zero or a blank in the air of the room must wait: gas is on beside it}
     *
     * @param lane the lane to look at
     */
    public Optional<Refusal> againstZero(Lane lane) {
        return lane.wantsRoomAir()
                ? beside(lane, Lane::spreadsGas)
                        .map(other -> new Refusal(
                                "zero-beside-gas",
                                "",
                                "Gas is on at " + other.serial()
                                        + " in the same room: it would become the zero of this one.",
                                "Wait until it is off there, or take zero air from a cylinder."))
                : Optional.empty();
    }

    /**
     * {@return why opening gas should wait: somebody takes a zero from the air of the room}
     *
     * @param lane the lane to look at
     */
    public Optional<Refusal> againstGas(Lane lane) {
        return beside(lane, Lane::takesRoomAir)
                .map(other -> new Refusal(
                        "gas-beside-zero",
                        "",
                        other.serial() + " is being zeroed in the air of the same room.",
                        "Leave the valve shut until that is done."));
    }

    /**
     * {@return why a cylinder cannot be taken: it serves another lane that is not on the same manifold}
     *
     * @param lane the lane to look at
     * @param cylinderId tag of the cylinder
     */
    public Optional<Refusal> againstCylinder(Lane lane, String cylinderId) {
        return others.stream()
                .filter(other -> other.cylinder().filter(cylinderId::equals).isPresent())
                .filter(other -> !lane.sharesManifoldWith(other))
                .findFirst()
                .map(other -> new Refusal(
                        "cylinder-in-use",
                        "cylinder",
                        cylinderId + " is at " + other.serial() + ", with " + other.technician() + ".",
                        "Take another one, wait until its valve is shut there, or put both on one manifold."));
    }

    private Optional<Lane> beside(Lane lane, Predicate<Lane> what) {
        return others.stream()
                .filter(other -> other.room().equals(lane.room()))
                .filter(what)
                .findFirst();
    }
}
