package onward.sentry.core.cylinder;

import java.time.LocalDate;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.gas.ReferenceValue;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Rig;

/**
 * Under what conditions a cylinder is to serve.
 *
 * @param on the day of use
 * @param reserve fraction of the full volume that is never used
 * @param warnBeforeExpiryDays how early an expiry is warned about
 * @param basis the detector's table of explosive limits
 * @param gases the figures that the site works with
 * @param reference against which side of the certificate the gas is taken
 * @param kilopascals station pressure
 * @param intake how the detector takes its sample in
 * @param rig how the gas is brought to it
 * @param sharing how many detectors the rig brings it to, 1 or more
 */
public record Conditions(
        LocalDate on,
        double reserve,
        int warnBeforeExpiryDays,
        LelBasis basis,
        GasLibrary gases,
        ReferenceValue reference,
        double kilopascals,
        Intake intake,
        Rig rig,
        int sharing) {

    Conditions on(LocalDate day) {
        return new Conditions(
                day, reserve, warnBeforeExpiryDays, basis, gases, reference, kilopascals, intake, rig, sharing);
    }
}
