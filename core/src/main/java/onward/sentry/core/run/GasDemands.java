package onward.sentry.core.run;

import java.time.LocalDate;
import java.util.List;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.GasDemand;
import onward.sentry.core.house.HousePolicy;

/** What an application of gas asks of a cylinder. */
public final class GasDemands {

    private GasDemands() {}

    /** Of an application that a job begins with. */
    public static GasDemand of(ProcedureCard card, Job job, Step.ApplyGas gas, HousePolicy policy, LocalDate on) {
        return of(card, job, gas.targets(), policy, on);
    }

    /** Of the sensors that still wait for gas in the current step of a run. */
    public static GasDemand of(RunState state, HousePolicy policy, LocalDate on) {
        return of(
                state.card(),
                state.started().map(RunEvent.RunStarted::job).orElse(Job.CALIBRATION),
                state.undecidedTargets(),
                policy,
                on);
    }

    private static GasDemand of(ProcedureCard card, Job job, List<Target> targets, HousePolicy policy, LocalDate on) {
        return new GasDemand(
                targets.stream().map(target -> card.sensor(target.slot())).toList(),
                targets.stream()
                        .map(target -> target.setPoint()
                                .orElse(card.sensor(target.slot()).spanSetPoint()))
                        .toList(),
                card.lelBasis(),
                card.litres(job),
                policy.reserve(),
                on,
                policy.warnBeforeExpiryDays());
    }
}
