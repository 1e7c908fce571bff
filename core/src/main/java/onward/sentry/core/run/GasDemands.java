package onward.sentry.core.run;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.card.Step;
import onward.sentry.core.card.Target;
import onward.sentry.core.cylinder.Conditions;
import onward.sentry.core.cylinder.GasDemand;
import onward.sentry.core.cylinder.Wanted;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.Pressure;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.rig.Rig;

/** What an application of gas, or a zero from a cylinder, asks of a cylinder. */
public final class GasDemands {

    private GasDemands() {}

    /**
     * Of an application that a job begins with, on the model's usual rig.
     *
     * @param card the procedure card of the model
     * @param job calibration or bump
     * @param gas the application of the card
     * @param policy the rules of the site
     * @param on the day of the work
     * @return what the cylinders must hold
     */
    public static GasDemand of(ProcedureCard card, Job job, Step.ApplyGas gas, SitePolicy policy, LocalDate on) {
        return of(card, job, gas.targets(), policy, on, Pressure.at(policy.altitudeMetres()), card.usualRig());
    }

    /**
     * Of every application of a job, and of every zero that takes its air from a cylinder, in the order of the card.
     *
     * @param card the procedure card of the model
     * @param job calibration or bump
     * @param policy the rules of the site
     * @param on the day of the work
     * @return what the cylinders must hold
     */
    public static List<GasDemand> of(ProcedureCard card, Job job, SitePolicy policy, LocalDate on) {
        return of(card, job, card.sensors().stream().map(SensorSpec::slot).toList(), policy, on);
    }

    /**
     * The same of a job on some of the sensors only.
     *
     * @param card the procedure card of the model
     * @param job calibration or bump
     * @param slots slots of the sensors, from 1
     * @param policy the rules of the site
     * @param on the day of the work
     * @return what the cylinders must hold
     */
    public static List<GasDemand> of(
            ProcedureCard card, Job job, List<Integer> slots, SitePolicy policy, LocalDate on) {
        return card.steps(job, slots).stream()
                .filter(CylinderChoosing::isWantedIn)
                .map(step -> of(
                        card,
                        job,
                        step instanceof Step.ApplyGas gas ? gas.targets() : List.of(),
                        policy,
                        on,
                        Pressure.at(policy.altitudeMetres()),
                        card.usualRig()))
                .toList();
    }

    /** Of some sensors of a run, on the model's usual rig. */
    static GasDemand of(RunState state, SitePolicy policy, LocalDate on, List<Target> targets) {
        return of(
                state.card(),
                state.started().map(RunEvent.RunStarted::job).orElse(Job.CALIBRATION),
                targets,
                policy,
                on,
                Pressure.at(policy.altitudeMetres()),
                state.card().usualRig());
    }

    /**
     * Of some sensors, under conditions of their own.
     *
     * @param card the procedure card of the model
     * @param job calibration or bump
     * @param targets which sensors, and what for
     * @param policy the rules of the site
     * @param on the day of the work
     * @param kilopascals absolute pressure, kPa
     * @param rig regulator, delivery and tubing
     * @return what the cylinders must hold
     */
    public static GasDemand of(
            ProcedureCard card,
            Job job,
            List<Target> targets,
            SitePolicy policy,
            LocalDate on,
            double kilopascals,
            Rig rig) {
        return new GasDemand(
                targets.stream().map(target -> wanted(card, target)).toList(),
                card.litres(job),
                conditions(card, policy, on, kilopascals, rig, 1));
    }

    /**
     * Of the sensors that still wait for gas in the current step of a run; of none, where the step is a zero. What hangs on
     * the same manifold draws as much again each.
     *
     * @param state of the run
     * @param policy the rules of the site
     * @param on the day of the work
     * @param rig how the gas is brought; empty: as the model's manual asks for
     * @return what the cylinders must hold
     */
    public static GasDemand of(RunState state, SitePolicy policy, LocalDate on, Optional<Rig> rig) {
        var card = state.card();
        double kilopascals =
                state.measured(Quantity.STATION_PRESSURE).orElseGet(() -> Pressure.at(policy.altitudeMetres()));
        var job = state.started().map(RunEvent.RunStarted::job).orElse(Job.CALIBRATION);
        int sharing = state.sharing();
        return new GasDemand(
                state.undecidedTargets().stream()
                        .map(target -> wanted(card, target))
                        .toList(),
                sharing * card.litres(job),
                conditions(card, policy, on, kilopascals, rig.orElseGet(state::rigAtHand), sharing));
    }

    private static Wanted wanted(ProcedureCard card, Target target) {
        var sensor = card.sensor(target.slot());
        return new Wanted(
                sensor,
                target.setPoint().orElse(sensor.spanSetPoint()),
                target.purpose().sets());
    }

    private static Conditions conditions(
            ProcedureCard card, SitePolicy policy, LocalDate on, double kilopascals, Rig rig, int sharing) {
        return new Conditions(
                on,
                policy.reserve(),
                policy.warnBeforeExpiryDays(),
                card.lelBasis(),
                policy.gases(),
                policy.schools().reference(),
                kilopascals,
                card.intake(),
                rig,
                sharing);
    }
}
