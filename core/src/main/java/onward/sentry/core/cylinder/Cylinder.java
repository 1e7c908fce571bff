package onward.sentry.core.cylinder;

import java.time.LocalDate;
import java.util.Objects;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.units.PressureUnit;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * A cylinder of certified gas.
 *
 * <p>Source: the ideal gas law at constant temperature: what is left is in proportion to the pressure.
 *
 * @param certificateNumber empty when the certificate is missing
 * @param useBefore last valid day
 * @param volumeLitres nominal volume of gas when full, litres
 * @param fullBar gauge pressure when full, bar
 * @param gaugeBar last gauge reading, bar, 0 to {@code fullBar}
 *
 */
public record Cylinder(
        String certificateNumber,
        String lot,
        Mixture mixture,
        LocalDate madeOn,
        LocalDate useBefore,
        double volumeLitres,
        double fullBar,
        double gaugeBar,
        CylinderState state) {

    /**
     * Checks the limits.
     *
     * @param certificateNumber empty when the certificate is missing
     * @param lot number of the lot
     * @param mixture what the cylinder holds
     * @param madeOn day on which the certificate was made
     * @param useBefore last valid day
     * @param volumeLitres nominal volume of gas when full, litres
     * @param fullBar gauge pressure when full, bar
     * @param gaugeBar last gauge reading, bar, 0 to {@code fullBar}
     * @param state of the run
     * @throws onward.sentry.core.working.Refused with one of the codes {@code cylinder-dates}, {@code cylinder-volume}
     */
    public Cylinder {
        Objects.requireNonNull(certificateNumber, "certificateNumber");
        Objects.requireNonNull(lot, "lot");
        Objects.requireNonNull(mixture, "mixture");
        Objects.requireNonNull(state, "state");
        Refusal.unless(
                !useBefore.isBefore(madeOn),
                "cylinder-dates",
                "useBefore",
                "Expiry date " + Figures.day(useBefore) + " is before the day it was made, " + Figures.day(madeOn)
                        + ".",
                "Compare both dates with the label.");
        Refusal.unless(
                volumeLitres > 0 && volumeLitres <= 20_000,
                "cylinder-volume",
                "volumeLitres",
                "Nominal volume must be above 0 and at most 20,000 L, was " + volumeLitres + ".",
                "Give litres of gas, not the water volume of the cylinder.");
        checkPressures(fullBar, gaugeBar, PressureUnit.BAR);
    }

    /**
     * What a cylinder is full at and what its gauge shows, refused in the unit that a site reads: 72 of 69 bar where gauges
     * show psi is told as 1044 of 1001 psi.
     *
     * @param fullBar pressure of the full cylinder, bar, above 0
     * @param gaugeBar pressure on the gauge, bar, 0 to full
     * @param shown unit for the words of a refusal
     * @throws onward.sentry.core.working.Refused when full is not above 0 to 300 bar, or the gauge not 0 to full
     */
    public static void checkPressures(double fullBar, double gaugeBar, PressureUnit shown) {
        Refusal.unless(
                fullBar > 0 && fullBar <= 300,
                "cylinder-pressure",
                "fullBar",
                "Full pressure must be above 0 and at most " + shown.text(300) + ", was " + shown.text(fullBar) + ".",
                "Take it from the certificate.");
        Refusal.unless(
                gaugeBar >= 0 && gaugeBar <= fullBar,
                "cylinder-gauge",
                "gaugeBar",
                "The gauge reads " + Figures.upTo(shown.shown(gaugeBar), 2) + " " + shown.symbol()
                        + "; it must be between 0 and the full pressure, " + shown.text(fullBar) + ".",
                "Read the gauge again, or correct the full pressure.");
    }

    /**
     * Gas left, {@code V · P / P_full}: 72 L at 12 of 40 bar returns 21.6 L.
     *
     * @return gas at room pressure, L
     */
    public double litresLeft() {
        return volumeLitres * gaugeBar / fullBar;
    }

    /**
     * Whole runs left above the reserve: 72 L at 12 of 40 bar, reserve 0.05 of full, 1.1 L per run returns 16.
     *
     * @param reserve fraction of the full volume that is never used, 0 to 1
     * @param litresPerRun above zero
     * @return whole runs, 0 or more
     */
    public int runsLeft(double reserve, double litresPerRun) {
        return (int) Math.max(0, Math.floor((litresLeft() - reserve * volumeLitres) / litresPerRun));
    }

    /**
     * It is in use and at its reserve or below, so nothing more is drawn from it: 72 L at 2 of 40 bar, reserve 0.05 of full,
     * returns {@code true}.
     *
     * @param reserve fraction of the full volume that is never used, 0 to 1
     * @return whether that is so
     */
    public boolean isSpent(double reserve) {
        boolean inUse = state == CylinderState.IN_USE || state == CylinderState.NEW;
        return inUse && litresLeft() <= reserve * volumeLitres * (1 + 1e-9);
    }

    /** {@return whether one of its gases reacts with regulators and tubing} */
    public boolean holdsReactiveGas() {
        return mixture.components().stream()
                .anyMatch(c -> GasLibrary.shipped().gas(c.gasId()).reactive());
    }

    /**
     * {@return the same cylinder in another state}
     *
     * @param other the new state
     */
    public Cylinder withState(CylinderState other) {
        return new Cylinder(certificateNumber, lot, mixture, madeOn, useBefore, volumeLitres, fullBar, gaugeBar, other);
    }

    /**
     * {@return the same cylinder with another gauge reading}
     *
     * @param bar gauge pressure, bar
     */
    public Cylinder withGauge(double bar) {
        return new Cylinder(certificateNumber, lot, mixture, madeOn, useBefore, volumeLitres, fullBar, bar, state);
    }
}
