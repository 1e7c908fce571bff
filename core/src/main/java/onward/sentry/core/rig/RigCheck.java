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

    /** Code of the warning that asks whether a free regulator may be kept for a reactive family from now on. */
    public static final String TAKES_FAMILY = "rig-takes-family";

    private static final double LONG_FOR_STICKY_METRES = 1;

    /**
     * Copies what it is given.
     *
     * @param refusals reasons that forbid it
     * @param warnings what to look at all the same
     */
    public RigCheck {
        refusals = List.copyOf(refusals);
        warnings = List.copyOf(warnings);
    }

    /**
     * For one detector that has its gas to itself.
     *
     * @param rig regulator, delivery and tubing
     * @param intake how gas reaches the sensors
     * @param gases gases of the mix
     * @param on the day of the work
     * @return refusals and warnings of the gas path
     */
    public static RigCheck of(Rig rig, Intake intake, List<Gas> gases, LocalDate on) {
        return of(rig, intake, 1, gases, on);
    }

    /**
     * A pump drawing 0.30 L/min through a tee is refused 0.35 L/min, because 0.36 are needed, and allowed 0.36. Six of them
     * on one manifold need 2.16 L/min: flows add up, whatever the delivery.
     *
     * @param rig regulator, delivery and tubing
     * @param intake how gas reaches the sensors
     * @param sharing how many detectors the regulator feeds, 1 or more
     * @param gases what the cylinder holds; none: the rig on its own
     * @param on day of use
     * @return refusals and warnings of the gas path
     */
    public static RigCheck of(Rig rig, Intake intake, int sharing, List<Gas> gases, LocalDate on) {
        var refusals = new ArrayList<Refusal>();
        if (rig.delivery() != Delivery.STATION) {
            if (intake instanceof Intake.Pumped pumped) {
                pumped(rig, pumped, sharing, refusals);
            } else {
                cup(rig, (Intake.Cup) intake, sharing, refusals);
            }
        }
        intake.delivery()
                .filter(only -> only != rig.delivery())
                .ifPresent(only -> refusals.add(refusal(
                        "rig-not-prescribed",
                        "The card allows only: " + only.label() + ". This set-up has: "
                                + rig.delivery().label() + ".",
                        "Choose a set-up with that delivery.")));
        var reactive = gases.stream().filter(Gas::reactive).toList();
        reactive.stream()
                .filter(gas -> !rig.regulator().family().isEmpty()
                        && !rig.regulator().families().contains(gas.family()))
                .findFirst()
                .ifPresent(gas -> refusals.add(refusal(
                        "rig-other-family",
                        "This regulator is kept for the family '"
                                + rig.regulator().family() + "'; " + gas.nameInSentence() + " belongs to '"
                                + gas.family() + "'.",
                        "Take the regulator of that family.")));
        var warnings = new ArrayList<Refusal>();
        if (takesFamily(rig.regulator(), gases)) {
            warnings.add(refusal(
                    TAKES_FAMILY,
                    rig.regulator().tag() + " has only met stable gases; from now on it is kept for '"
                            + rig.regulator().familyAfter(gases) + "'.",
                    "Take the regulator of that family, or say that this one is kept for it."));
        }
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

    /** A regulator of the bench that is free would be kept for a reactive family once this gas has gone through it. */
    private static boolean takesFamily(Regulator regulator, List<Gas> gases) {
        return !regulator.tag().isEmpty()
                && regulator.family().isEmpty()
                && !Regulator.familiesOf(gases).isEmpty();
    }

    private static void pumped(Rig rig, Intake.Pumped pump, int sharing, List<Refusal> refusals) {
        double draw = sharing * pump.draws();
        boolean demand = rig.regulator().kind() == Regulator.Kind.DEMAND;
        double gives = rig.regulator().litresPerMinute();
        var delivery = rig.delivery();
        if (demand && delivery == Delivery.TEE) {
            refusals.add(refusal(
                    "rig-demand-open",
                    "A demand regulator with an open tee draws room air instead of gas.",
                    "Join it straight onto the inlet, or take a fixed flow for the tee."));
        } else if (delivery == Delivery.TEE && gives < TEE_FACTOR * draw * (1 - 1e-9)) {
            double reads = Math.min(1, gives / draw);
            refusals.add(refusal(
                    "rig-starved",
                    (sharing == 1 ? "The pump draws " : sharing + " pumps draw ") + flow(draw) + "; through a tee "
                            + (sharing == 1 ? "it needs " : "they need ")
                            + flow(TEE_FACTOR * draw) + ", this regulator gives " + flow(gives)
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
        } else if (delivery == Delivery.DIRECT && !demand && sharing > 1 && gives < TEE_FACTOR * draw * (1 - 1e-9)) {
            refusals.add(refusal(
                    "rig-starved",
                    sharing + " pumps draw " + flow(draw) + " and need " + flow(TEE_FACTOR * draw)
                            + "; this regulator gives " + flow(gives) + ".",
                    "Take a regulator with more flow, or a demand regulator."));
        } else if (delivery == Delivery.CUP) {
            refusals.add(refusal(
                    "rig-no-cup",
                    "A cup does not seal on a pumped inlet: the pump draws room air beside it.",
                    "Use a tee, a bag, or a demand regulator straight onto the inlet."));
        }
    }

    private static void cup(Rig rig, Intake.Cup cup, int sharing, List<Refusal> refusals) {
        if (rig.regulator().kind() == Regulator.Kind.DEMAND) {
            refusals.add(refusal(
                    "rig-demand-no-pump",
                    "A demand regulator gives nothing to a detector without a pump.",
                    "Take a fixed flow of " + flow(sharing * cup.least()) + " to " + flow(sharing * cup.most()) + "."));
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
        double least = sharing * cup.least();
        double most = sharing * cup.most();
        if (gives < least * (1 - 1e-9) || gives > most * (1 + 1e-9)) {
            refusals.add(refusal(
                    "rig-flow-window",
                    (sharing == 1 ? "This cup needs " : sharing + " cups need ") + flow(least) + " to " + flow(most)
                            + "; the regulator gives "
                            + flow(gives) + (gives < least ? ": room air gets in." : ": it pressurises the cup."),
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
