package onward.sentry.core.card;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.LelBasis;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.policy.SpanGrading;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.rig.SampleLine;
import onward.sentry.core.schedule.IntervalRule;

/**
 * Everything that differs between models: sensors, the steps of its jobs, times and limits. Data, versioned; a run keeps
 * the version it was started with.
 *
 * @param model the model's name
 * @param version counts up from 1
 * @param flowLitresPerMinute the flow that its usual rig brings
 * @param litresPerRun gas that one calibration uses, purge included; kept ready before a cylinder is chosen
 * @param litresPerBump gas that one bump uses
 * @param bumpLevelPercent how much of the way a bump must cover, %
 * @param interval how long a good calibration lasts
 * @param tries how often a span may be tried; empty: as the site rules say
 * @param zeroTries how often a zero may be tried; empty: as often as a span
 * @param intake how it takes its sample in; absent on older cards: a cup within a fifth of the flow
 * @param sampleLine the line that it is worked with; empty: short tubing
 * @param tolerancePercent of a calibration check; the stricter of it and the site rules count
 * @param competence what a technician must be qualified for to adjust it; empty: nothing special
 * @param exposureSecondsPerDay most seconds on gas within 24 h, because repeated gas desensitises it; 0: no limit
 * @param prescribed by the maker, whatever the site does elsewhere
 * @param pictures for the operator's notes
 * @param maintenance how work between calibrations is done, each kind at most once
 */
public record ProcedureCard(
        String model,
        int version,
        LelBasis lelBasis,
        List<SensorSpec> sensors,
        double flowLitresPerMinute,
        double litresPerRun,
        double litresPerBump,
        double bumpLevelPercent,
        IntervalRule interval,
        Optional<RetryPolicy> tries,
        Optional<RetryPolicy> zeroTries,
        Intake intake,
        Optional<SampleLine> sampleLine,
        OptionalDouble tolerancePercent,
        String competence,
        int exposureSecondsPerDay,
        Prescribed prescribed,
        List<StepPicture> pictures,
        List<Step> calibration,
        List<Step> bump,
        List<MaintenanceProcedure> maintenance) {

    /**
     * A card with nothing out of the ordinary, for a detector under a cup.
     *
     * @param model name of the model
     * @param version from 1
     * @param lelBasis how 100 %LEL is counted
     * @param sensors the sensors of the detector
     * @param flowLitresPerMinute flow of the application, L/min
     * @param litresPerRun gas of one calibration, L
     * @param litresPerBump gas of one bump, L
     * @param bumpLevelPercent least response that a bump needs, % of what is expected
     * @param interval how long a good calibration holds
     * @param tries how often a failed step may be tried again
     * @param calibration the steps of the calibration
     * @param bump the steps of the bump
     */
    public ProcedureCard(
            String model,
            int version,
            LelBasis lelBasis,
            List<SensorSpec> sensors,
            double flowLitresPerMinute,
            double litresPerRun,
            double litresPerBump,
            double bumpLevelPercent,
            IntervalRule interval,
            RetryPolicy tries,
            List<Step> calibration,
            List<Step> bump) {
        this(
                model,
                version,
                lelBasis,
                sensors,
                flowLitresPerMinute,
                litresPerRun,
                litresPerBump,
                bumpLevelPercent,
                interval,
                Optional.of(tries),
                Optional.empty(),
                null,
                Optional.empty(),
                OptionalDouble.empty(),
                "",
                0,
                Prescribed.NONE,
                List.of(),
                calibration,
                bump,
                List.of());
    }

    /**
     * Checks the limits, copies what it is given, fills in what older records leave out.
     *
     * @param model the model's name
     * @param version counts up from 1
     * @param lelBasis how 100 %LEL is counted
     * @param sensors the sensors of the detector
     * @param flowLitresPerMinute the flow that its usual rig brings
     * @param litresPerRun gas that one calibration uses, purge included; kept ready before a cylinder is chosen
     * @param litresPerBump gas that one bump uses
     * @param bumpLevelPercent how much of the way a bump must cover, %
     * @param interval how long a good calibration lasts
     * @param tries how often a span may be tried; empty: as the site rules say
     * @param zeroTries how often a zero may be tried; empty: as often as a span
     * @param intake how it takes its sample in; absent on older cards: a cup within a fifth of the flow
     * @param sampleLine the line that it is worked with; empty: short tubing
     * @param tolerancePercent of a calibration check; the stricter of it and the site rules count
     * @param competence what a technician must be qualified for to adjust it; empty: nothing special
     * @param exposureSecondsPerDay most seconds on gas within 24 h, because repeated gas desensitises it; 0: no limit
     * @param prescribed by the maker, whatever the site does elsewhere
     * @param pictures for the operator's notes
     * @param calibration the steps of the calibration
     * @param bump the steps of the bump
     * @param maintenance how work between calibrations is done, each kind at most once
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public ProcedureCard {
        Objects.requireNonNull(lelBasis, "lelBasis");
        Objects.requireNonNull(interval, "interval");
        tries = tries == null ? Optional.empty() : tries;
        zeroTries = zeroTries == null ? Optional.empty() : zeroTries;
        sampleLine = sampleLine == null ? Optional.empty() : sampleLine;
        tolerancePercent = tolerancePercent == null ? OptionalDouble.empty() : tolerancePercent;
        competence = competence == null ? "" : competence;
        prescribed = prescribed == null ? Prescribed.NONE : prescribed;
        pictures = pictures == null ? List.of() : List.copyOf(pictures);
        sensors = List.copyOf(sensors);
        calibration = List.copyOf(calibration);
        bump = List.copyOf(bump);
        maintenance = maintenance == null ? List.of() : List.copyOf(maintenance);
        CardCheck.maintenance(maintenance);
        CardCheck.figures(model, version, sensors, flowLitresPerMinute, litresPerRun, litresPerBump, bumpLevelPercent);
        CardCheck.tolerance(tolerancePercent, exposureSecondsPerDay);
        CardCheck.steps("calibration", calibration, sensors);
        CardCheck.steps("bump", bump, sensors);
        intake = intake == null ? new Intake.Cup(0.8 * flowLitresPerMinute, 1.2 * flowLitresPerMinute) : intake;
    }

    /**
     * {@return what a technician at this site works by: the card with the site policy's schools applied to it}
     *
     * @param policy the rules of the site
     */
    public ProcedureCard under(SitePolicy policy) {
        return new ResolvedProcedure(this, policy).card();
    }

    /**
     * {@return how a kind of maintenance is done; empty: the card says nothing of it}
     *
     * @param kind which work
     */
    public Optional<MaintenanceProcedure> maintenance(MaintenanceKind kind) {
        return maintenance.stream().filter(one -> one.kind() == kind).findFirst();
    }

    /** {@return the rig that the model's manual asks for} */
    public Rig usualRig() {
        return Rig.usual(intake, flowLitresPerMinute, sampleLine);
    }

    /**
     * {@return the steps of a job, in their order}
     *
     * @param job calibration or bump
     */
    public List<Step> steps(Job job) {
        return job == Job.BUMP ? bump : calibration;
    }

    /**
     * {@return the steps of a job on some of the sensors only: what is for the others alone falls away}
     *
     * @param job calibration or bump
     * @param slots slots of the sensors, from 1
     */
    public List<Step> steps(Job job, List<Integer> slots) {
        return steps(job).stream().flatMap(step -> only(step, slots)).toList();
    }

    /**
     * {@return where on the whole card the steps of {@link #steps(Job, List)} stand}
     *
     * @param job calibration or bump
     * @param slots slots of the sensors, from 1
     */
    public List<Integer> positions(Job job, List<Integer> slots) {
        var all = steps(job);
        return IntStream.range(0, all.size())
                .filter(i -> only(all.get(i), slots).findAny().isPresent())
                .boxed()
                .toList();
    }

    private static Stream<Step> only(Step step, List<Integer> slots) {
        if (step instanceof Step.Zero zero) {
            return kept(zero.slots(), slots).map(some -> zero.with(some, zero.air(), zero.accept()));
        }
        if (step instanceof Step.Blank blank) {
            return kept(blank.slots(), slots).map(some -> new Step.Blank(some, blank.accept(), blank.note()));
        }
        if (step instanceof Step.ApplyGas gas) {
            var kept = gas.targets().stream()
                    .filter(target -> slots.contains(target.slot()))
                    .toList();
            return kept.isEmpty() ? Stream.empty() : Stream.of(gas.with(kept, gas.accept()));
        }
        return Stream.of(step);
    }

    private static Stream<List<Integer>> kept(List<Integer> ofStep, List<Integer> slots) {
        var some = ofStep.stream().filter(slots::contains).toList();
        return some.isEmpty() ? Stream.empty() : Stream.of(some);
    }

    /**
     * {@return the sensors that are asked for a bump: those that meet gas in the card's bump} All of them where it meets
     * none: only a calibration stands for a bump then.
     */
    public List<SensorSpec> bumpedSensors() {
        var meetGas = bump.stream()
                .filter(Step.ApplyGas.class::isInstance)
                .flatMap(step -> ((Step.ApplyGas) step).targets().stream())
                .map(Target::slot)
                .collect(Collectors.toSet());
        return sensors.stream()
                .filter(sensor -> meetGas.isEmpty() || meetGas.contains(sensor.slot()))
                .toList();
    }

    /**
     * {@return whether some of its sensors may wait for a bump while others do not: one has days of its own, or the bump
     * applies gas more than once and each gas may come from a cylinder of its own}
     */
    public boolean bumpsInParts() {
        return sensors.stream().anyMatch(sensor -> sensor.bumpDays().isPresent())
                || bump.stream().filter(Step.ApplyGas.class::isInstance).count() > 1;
    }

    /**
     * {@return gas that one job uses, purge included, litres}
     *
     * @param job calibration or bump
     */
    public double litres(Job job) {
        return job == Job.BUMP ? litresPerBump : litresPerRun;
    }

    /**
     * {@return how a span is graded at a site: as the maker prescribes, else as the site does}
     *
     * @param policy the rules of the site
     */
    public SpanGrading grading(SitePolicy policy) {
        return prescribed.grading().orElse(policy.schools().grading());
    }

    /** {@return how often a zero may be tried} */
    public RetryPolicy triesOfZero() {
        return zeroTries.orElseGet(this::triesOfSpan);
    }

    /** {@return how often a span may be tried} */
    public RetryPolicy triesOfSpan() {
        return tries.orElse(RetryPolicy.USUAL);
    }

    /**
     * {@return the sensor in a slot}
     *
     * @param slot slot of the sensor, from 1
     */
    public SensorSpec sensor(int slot) {
        return findSensor(slot).orElseThrow(() -> new IllegalArgumentException(name() + " has no slot " + slot));
    }

    /**
     * {@return the sensor in a slot; empty when there is none}
     *
     * @param slot slot of the sensor, from 1
     */
    public Optional<SensorSpec> findSensor(int slot) {
        return sensors.stream().filter(sensor -> sensor.slot() == slot).findFirst();
    }

    /** {@return how workings name it: {@code "card Quoin 4 v1"}} */
    public String name() {
        return "card " + model + " v" + version;
    }
}
