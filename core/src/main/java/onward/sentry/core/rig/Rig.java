package onward.sentry.core.rig;

import java.util.Objects;
import java.util.Optional;

/** How gas gets from the cylinder to the sensors. */
public record Rig(Regulator regulator, Delivery delivery, Tubing tubing) {

    private static final SampleLine SHORT = new SampleLine(0.5, 4);

    /**
     * Checks the limits.
     *
     * @param regulator that is connected
     * @param delivery how gas gets from the regulator to the sensors
     * @param tubing material and length of the line
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Rig {
        Objects.requireNonNull(regulator, "regulator");
        Objects.requireNonNull(delivery, "delivery");
        Objects.requireNonNull(tubing, "tubing");
    }

    /**
     * {@return what is usual for an intake: a fixed flow into the cup, or through a tee where a pump draws, on half a metre
     * of low-absorption tubing with a bore of 4 mm}
     *
     * @param intake how gas reaches the sensors
     * @param litresPerMinute flow, L/min, above 0
     * @param line the line between regulator and inlet
     */
    public static Rig usual(Intake intake, double litresPerMinute, Optional<SampleLine> line) {
        var tubing = new Tubing(Tubing.Material.LOW_ABSORPTION, line.orElse(SHORT));
        var suits = intake instanceof Intake.Pumped ? Delivery.TEE : Delivery.CUP;
        return new Rig(Regulator.fixed(litresPerMinute), intake.delivery().orElse(suits), tubing);
    }

    /**
     * {@return the same for several detectors on one manifold: the flow of one for each}
     *
     * @param sharing how many detectors share the gas, 1 or more
     */
    public Rig shared(int sharing) {
        return new Rig(
                new Regulator(
                        regulator.kind(),
                        sharing * regulator.litresPerMinute(),
                        regulator.family(),
                        regulator.tag(),
                        regulator.checkDue()),
                delivery,
                tubing);
    }

    /**
     * {@return seconds until gas has come through the tubing at the flow that the sensors get; 0 from a station}
     *
     * @param intake how gas reaches the sensors
     */
    public double lagSeconds(Intake intake) {
        return lagSeconds(intake, 1);
    }

    /**
     * {@return the same where several detectors share the flow of the regulator}
     *
     * @param intake how gas reaches the sensors
     * @param sharing how many, 1 or more
     */
    public double lagSeconds(Intake intake, int sharing) {
        if (delivery == Delivery.STATION) {
            return 0;
        }
        double flow = intake instanceof Intake.Pumped pumped ? pumped.draws() : regulator.litresPerMinute() / sharing;
        return flow > 0 ? tubing.line().lagSeconds(flow) : 0;
    }
}
