package onward.sentry.core.rig;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * Whether a rig brings the gas undiluted and at ambient pressure to the sensors.
 *
 * @param refusals reasons that forbid it
 * @param warnings what to look at all the same
 */
public record RigCheck(List<Refusal> refusals, List<Refusal> warnings) {

    /** Through a tee a regulator gives at least this many times what the pump draws, so that gas spills. */
    public static final double TEE_FACTOR = 1.2;

    private static final double LONG_FOR_STICKY_METRES = 1;

    public RigCheck {
        refusals = List.copyOf(refusals);
        warnings = List.copyOf(warnings);
    }

    /**
     * A pump drawing 0.30 L/min through a tee is refused 0.35 L/min, because 0.36 are needed, and allowed 0.36.
     *
     * @param gases what the cylinder holds; none: the rig on its own
     * @param on day of use
     */
    public static RigCheck of(Rig rig, Intake intake, List<Gas> gases, LocalDate on) {
        var refusals = new ArrayList<Refusal>();
        if (rig.delivery() != Delivery.STATION) {
            if (intake instanceof Intake.Pumped pumped) {
                pumped(rig, pumped, refusals);
            } else {
                cup(rig, (Intake.Cup) intake, refusals);
            }
        }
        var reactive = gases.stream().filter(Gas::reactive).toList();
        reactive.stream()
                .filter(gas -> !rig.regulator().family().isEmpty()
                        && !rig.regulator().family().equals(gas.family()))
                .findFirst()
                .ifPresent(gas -> refusals.add(refusal(
                        "rig-other-family",
                        "This regulator is kept for the family '"
                                + rig.regulator().family() + "'; " + gas.nameInSentence() + " belongs to '"
                                + gas.family() + "'.",
                        "Take the regulator of that family.")));
        var warnings = new ArrayList<Refusal>();
        if (!reactive.isEmpty()) {
            tubing(rig.tubing(), reactive.get(0), warnings);
        }
        rig.regulator()
                .checkDue()
                .filter(on::isAfter)
                .ifPresent(due -> warnings.add(refusal(
                        "rig-check-due",
                        rig.regulator().tag() + ": its flow was to be measured by " + Figures.day(due) + ".",
                        "Measure it before the next job, or take another regulator.")));
        return new RigCheck(refusals, warnings);
    }

    private static void pumped(Rig rig, Intake.Pumped pump, List<Refusal> refusals) {
        boolean demand = rig.regulator().kind() == Regulator.Kind.DEMAND;
        double gives = rig.regulator().litresPerMinute();
        var delivery = rig.delivery();
        if (demand && delivery == Delivery.TEE) {
            refusals.add(refusal(
                    "rig-demand-open",
                    "A demand regulator with an open tee draws room air instead of gas.",
                    "Join it straight onto the inlet, or take a fixed flow for the tee."));
        } else if (delivery == Delivery.TEE && gives < TEE_FACTOR * pump.draws() * (1 - 1e-9)) {
            double reads = Math.min(1, gives / pump.draws());
            refusals.add(refusal(
                    "rig-starved",
                    "The pump draws " + flow(pump.draws()) + "; through a tee it needs "
                            + flow(TEE_FACTOR * pump.draws()) + ", this regulator gives " + flow(gives)
                            + (reads < 1
                                    ? ": it would read " + Figures.upTo(100 * reads, 0) + " % of the label."
                                    : "."),
                    "Take a regulator with more flow, or a demand regulator straight onto the inlet."));
        } else if (delivery == Delivery.DIRECT && !demand && !pump.takesRegulator()) {
            refusals.add(refusal(
                    "rig-forced",
                    "A fixed flow of " + flow(gives) + " straight onto a pump that draws " + flow(pump.draws())
                            + (gives > pump.draws()
                                    ? " presses gas into the cell: it reads high."
                                    : " starves the pump."),
                    "Put a tee in between, or take a demand regulator."));
        } else if (delivery == Delivery.CUP) {
            refusals.add(refusal(
                    "rig-no-cup",
                    "A cup does not seal on a pumped inlet: the pump draws room air beside it.",
                    "Use a tee, a bag, or a demand regulator straight onto the inlet."));
        }
    }

    private static void cup(Rig rig, Intake.Cup cup, List<Refusal> refusals) {
        if (rig.regulator().kind() == Regulator.Kind.DEMAND) {
            refusals.add(refusal(
                    "rig-demand-no-pump",
                    "A demand regulator gives nothing to a detector without a pump.",
                    "Take a fixed flow of " + flow(cup.least()) + " to " + flow(cup.most()) + "."));
            return;
        }
        if (rig.delivery() == Delivery.TEE || rig.delivery() == Delivery.BAG) {
            refusals.add(refusal(
                    "rig-no-draw",
                    "Without a pump nothing draws gas out of a " + (rig.delivery() == Delivery.BAG ? "bag." : "tee."),
                    "Lead the flow over the sensors in the cup."));
            return;
        }
        double gives = rig.regulator().litresPerMinute();
        if (gives < cup.least() * (1 - 1e-9) || gives > cup.most() * (1 + 1e-9)) {
            refusals.add(refusal(
                    "rig-flow-window",
                    "This cup wants " + flow(cup.least()) + " to " + flow(cup.most()) + "; the regulator gives "
                            + flow(gives) + (gives < cup.least() ? ": room air gets in." : ": it pressurises the cup."),
                    "Take a regulator inside that window."));
        }
    }

    private static void tubing(Tubing tubing, Gas gas, List<Refusal> warnings) {
        boolean absorbs = tubing.material() == Tubing.Material.PVC || tubing.material() == Tubing.Material.SILICONE;
        if (absorbs || tubing.line().metres() > LONG_FOR_STICKY_METRES) {
            warnings.add(refusal(
                    "rig-sticky",
                    gas.name() + " is lost on "
                            + (absorbs ? tubing.material().label() : "long tubing") + "; this is "
                            + Figures.upTo(tubing.line().metres(), 2) + " m of "
                            + tubing.material().label() + ".",
                    "Use at most 1 m of PTFE or low-absorption tubing."));
        }
    }

    private static String flow(double litresPerMinute) {
        return Figures.upTo(litresPerMinute, 2) + " L/min";
    }

    private static Refusal refusal(String code, String reason, String wayOut) {
        return new Refusal(code, "rig", reason, wayOut);
    }
}
