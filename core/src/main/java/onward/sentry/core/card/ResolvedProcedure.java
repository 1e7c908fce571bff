package onward.sentry.core.card;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.detector.Technology;
import onward.sentry.core.policy.MethodOptions;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.schedule.IntervalRule;

/** Applies the schools of a site policy to a card. */
record ResolvedProcedure(ProcedureCard plain, SitePolicy policy) {

    ProcedureCard card() {
        return new ProcedureCard(
                plain.model(),
                plain.version(),
                plain.lelBasis(),
                plain.sensors().stream().map(this::sensor).toList(),
                plain.flowLitresPerMinute(),
                plain.litresPerRun(),
                plain.litresPerBump(),
                plain.bumpLevelPercent(),
                interval(),
                Optional.of(plain.tries().orElse(new RetryPolicy(schools().tries(), 0))),
                plain.zeroTries(),
                plain.intake(),
                plain.sampleLine(),
                plain.tolerancePercent(),
                plain.competence(),
                plain.exposureSecondsPerDay(),
                plain.prescribed(),
                pictures(),
                steps(plain.calibration()),
                steps(plain.bump()),
                plain.maintenance());
    }

    private MethodOptions schools() {
        return policy.schools();
    }

    private SensorSpec sensor(SensorSpec sensor) {
        if (sensor.technology() != Technology.CATALYTIC_BEAD) {
            return sensor;
        }
        return switch (schools().combustible()) {
            case AS_CARD -> sensor;
            case METHANE -> sensor.setOn("methane");
            case VAPOUR -> sensor.setOn(sensor.simulantFor().orElse(sensor.gasId()));
        };
    }

    private IntervalRule interval() {
        boolean monthly = plain.interval() instanceof IntervalRule.EveryMonths every && every.months() == 1;
        return monthly && schools().dueDay().isPresent()
                ? new IntervalRule.FollowingMonth(schools().dueDay().get())
                : plain.interval();
    }

    private List<Step> steps(List<Step> all) {
        return all.stream().filter(this::stays).map(this::step).toList();
    }

    private boolean stays(Step step) {
        boolean onlyAsFound = step instanceof Step.ApplyGas gas && gas.are(Purpose.AS_FOUND);
        return !onlyAsFound || schools().asFoundFirst() || schools().adjust() == MethodOptions.Adjust.CHECK_FIRST;
    }

    /** Pictures stand at positions, which move where a step before them has fallen away. */
    private List<StepPicture> pictures() {
        return plain.pictures().stream()
                .filter(picture -> picture.step() >= plain.steps(picture.job()).size()
                        || stays(plain.steps(picture.job()).get(picture.step())))
                .map(picture -> new StepPicture(
                        picture.job(),
                        (int) plain.steps(picture.job()).stream()
                                .limit(picture.step())
                                .filter(this::stays)
                                .count(),
                        picture.description(),
                        picture.mediaType(),
                        picture.base64()))
                .toList();
    }

    private Step step(Step step) {
        if (step instanceof Step.Zero zero) {
            return zero.with(zero.slots(), air(zero.air()), accept(zero.accept()));
        }
        return step instanceof Step.ApplyGas gas ? gas.with(targets(gas), accept(gas.accept())) : step;
    }

    private List<Target> targets(Step.ApplyGas gas) {
        boolean checkFirst = schools().adjust() == MethodOptions.Adjust.CHECK_FIRST;
        return gas.targets().stream()
                .map(target -> checkFirst && target.purpose() == Purpose.AS_FOUND
                        ? new Target(target.slot(), Purpose.CHECK_FIRST, target.setPoint())
                        : target)
                .toList();
    }

    private ZeroAir air(ZeroAir ofCard) {
        return switch (schools().zeroAir()) {
            case AS_CARD -> ofCard;
            case AMBIENT -> ofCard == ZeroAir.CHARCOAL ? ofCard : ZeroAir.AMBIENT;
            case CYLINDER -> ZeroAir.CYLINDER;
        };
    }

    private AcceptRule accept(AcceptRule rule) {
        if (plain.prescribed().accept() || rule instanceof AcceptRule.CountdownByTemperature) {
            return rule;
        }
        double least = rule.leastSeconds();
        double end = rule.endSeconds();
        return switch (schools().accept()) {
            case AS_CARD -> rule;
            case ON_STABILITY -> new AcceptRule.OnStability(least, end, rule.stableSeconds(), rule.averageSeconds());
            case STABLE_OR_DEADLINE ->
                new AcceptRule.StableOrDeadline(least, end, rule.stableSeconds(), rule.averageSeconds());
            case COUNTDOWN -> new AcceptRule.Countdown(end, rule.averageSeconds());
        };
    }
}
