package onward.sentry.core.rig;

import java.util.Objects;
import java.util.Optional;

/** How gas gets from the cylinder to the sensors. */
public record Rig(Regulator regulator, Delivery delivery, Tubing tubing) {

    private static final SampleLine SHORT = new SampleLine(0.5, 4);

    public Rig {
        Objects.requireNonNull(regulator, "regulator");
        Objects.requireNonNull(delivery, "delivery");
        Objects.requireNonNull(tubing, "tubing");
    }

    /**
     * What is usual for an intake: a fixed flow into the cup, or through a tee where a pump draws, on half a metre of
     * low-absorption tubing with a bore of 4 mm.
     */
    public static Rig usual(Intake intake, double litresPerMinute, Optional<SampleLine> line) {
        var tubing = new Tubing(Tubing.Material.LOW_ABSORPTION, line.orElse(SHORT));
        var suits = intake instanceof Intake.Pumped ? Delivery.TEE : Delivery.CUP;
        return new Rig(Regulator.fixed(litresPerMinute), intake.delivery().orElse(suits), tubing);
    }

    /** The same for several detectors on one manifold: the flow of one for each. */
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

    /** Seconds until gas has come through the tubing at the flow that the sensors get; 0 from a station. */
    public double lagSeconds(Intake intake) {
        return lagSeconds(intake, 1);
    }

    /** The same where several detectors share the flow of the regulator. @param sharing how many, 1 or more */
    public double lagSeconds(Intake intake, int sharing) {
        if (delivery == Delivery.STATION) {
            return 0;
        }
        double flow = intake instanceof Intake.Pumped pumped ? pumped.draws() : regulator.litresPerMinute() / sharing;
        return flow > 0 ? tubing.line().lagSeconds(flow) : 0;
    }
}
