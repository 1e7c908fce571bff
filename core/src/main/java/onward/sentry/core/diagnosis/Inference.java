package onward.sentry.core.diagnosis;

import static onward.sentry.core.working.Figures.upTo;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.stream.Collectors;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.diagnosis.Hypotheses.Hypothesis;
import onward.sentry.core.evidence.Evidence;
import onward.sentry.core.evidence.Moment;
import onward.sentry.core.evidence.Observation;
import onward.sentry.core.working.Derivation;

/**
 * Holds the evidence against every row of the table: score = log prior + log likelihood, averaged over the strengths at which
 * a cause may be at work. The rows of one cause are added up.
 */
final class Inference {

    /** Causes within this factor of the likeliest are not told apart from it. */
    private static final double ALIKE = 3;
    /** Below this share of belief a cause is not named, and does not keep another from standing alone. */
    private static final double NAMED = 0.02;
    /** Where nothing failed, causes are named only when this share of belief or less is left for a sound run. */
    private static final double SPEAKS = 0.15;

    private static final double AFTER_TRYING = 0.85;
    private static final double COMES_AND_GOES = 0.1;
    private static final double SENSOR_COMES_AND_GOES = 0.02;
    private static final int TOLD = 6;

    /** A row with what it came to. @param strength that fits best */
    private record Scored(Hypothesis hypothesis, double score, double strength) {}

    /** @param sound its likelihood if nothing were wrong */
    private record Seen(Observation seen, double sound) {
        Seen(Observation seen) {
            this(seen, Sound.of(seen).density(seen));
        }
    }

    private record Belief(Cause cause, double share, double likelihood, Scored best) {}

    private final Evidence evidence;
    private final Map<Moment, List<Seen>> moments = new LinkedHashMap<>();
    private final Map<String, Long> applications;

    private Inference(Evidence evidence) {
        this.evidence = evidence;
        evidence.observations()
                .forEach(seen -> moments.computeIfAbsent(seen.moment(), key -> new ArrayList<>())
                        .add(new Seen(seen)));
        applications = moments.keySet().stream()
                .filter(Moment::isOnGas)
                .collect(Collectors.groupingBy(Moment::cylinderId, Collectors.counting()));
    }

    static Diagnosis of(Evidence evidence) {
        return evidence.observations().isEmpty() ? Diagnosis.NONE : new Inference(evidence).diagnosis();
    }

    private Diagnosis diagnosis() {
        var beliefs = beliefs(Hypotheses.of(evidence).stream().map(this::scored).toList());
        double sound = beliefs.stream()
                .filter(b -> b.cause() == Cause.NOTHING)
                .mapToDouble(Belief::share)
                .sum();
        if (sound > SPEAKS) {
            return Diagnosis.NONE;
        }
        var causes = beliefs.stream().filter(b -> b.cause() != Cause.NOTHING).toList();
        var best = causes.get(0);
        var alike = causes.stream().filter(b -> isAlike(b, best)).toList();
        var suspects = causes.stream()
                .filter(b -> b.share() >= NAMED)
                .map(b -> new Suspect(b.cause(), slot(b), 100 * b.share(), alike.contains(b), working(b, causes)))
                .toList();
        var shares = new EnumMap<Cause, Double>(Cause.class);
        causes.forEach(b -> shares.put(b.cause(), b.share() / (1 - sound)));
        return new Diagnosis(
                suspects, BestTry.of(shares, alike.stream().map(Belief::cause).toList(), tried()));
    }

    private static OptionalInt slot(Belief belief) {
        return belief.best().hypothesis().sensor().stream()
                .mapToInt(SensorSpec::slot)
                .findFirst();
    }

    private Set<NextTry> tried() {
        return moments.keySet().stream()
                .flatMap(moment -> moment.tried().stream())
                .collect(Collectors.toSet());
    }

    /** Near in belief; or as likely by what was seen, so that only what is met more often speaks for the other. */
    private static boolean isAlike(Belief one, Belief best) {
        return one.share() * ALIKE >= best.share()
                || one.share() >= NAMED && one.likelihood() * ALIKE >= best.likelihood();
    }

    private List<Belief> beliefs(List<Scored> rows) {
        double top = rows.stream().mapToDouble(Scored::score).max().orElse(0);
        double all = rows.stream().mapToDouble(r -> Math.exp(r.score() - top)).sum();
        var byCause = new EnumMap<Cause, List<Scored>>(Cause.class);
        rows.forEach(r -> byCause.computeIfAbsent(r.hypothesis().cause(), key -> new ArrayList<>())
                .add(r));
        return byCause.entrySet().stream()
                .map(entry -> {
                    double share = entry.getValue().stream()
                                    .mapToDouble(r -> Math.exp(r.score() - top))
                                    .sum()
                            / all;
                    double prior = entry.getValue().stream()
                            .mapToDouble(r -> r.hypothesis().prior())
                            .sum();
                    var best = entry.getValue().stream()
                            .max(Comparator.comparingDouble(Scored::score))
                            .orElseThrow();
                    return new Belief(entry.getKey(), share, share / prior, best);
                })
                .sorted(Comparator.comparingDouble(Belief::share).reversed())
                .toList();
    }

    private Scored scored(Hypothesis row) {
        double[] strengths = row.model().strengths();
        double[] logs = new double[strengths.length];
        int best = 0;
        for (int i = 0; i < strengths.length; i++) {
            logs[i] = logLikelihood(row, strengths[i]);
            best = logs[i] > logs[best] ? i : best;
        }
        double sum = 0;
        for (double log : logs) {
            sum += Math.exp(log - logs[best]);
        }
        return new Scored(
                row,
                Math.log(row.prior()) + besides(row) + logs[best] + Math.log(sum / strengths.length),
                strengths[best]);
    }

    private double logLikelihood(Hypothesis row, double strength) {
        double sum = 0;
        var own = new OwnTrouble(row.cause() == Cause.NOTHING ? 0 : OwnTrouble.RARE);
        for (var entry : moments.entrySet()) {
            double absent = absent(row.cause(), entry.getKey());
            double there = 0;
            double gone = 0;
            for (var one : entry.getValue()) {
                if (row.isAbout(one.seen())) {
                    double predicted = row.model().of(one.seen(), strength).density(one.seen());
                    there += Math.log(own.density(one.seen(), predicted, one.sound()));
                    gone += Math.log(own.density(one.seen(), one.sound(), one.sound()));
                    own.learn(one.seen(), (1 - absent) * predicted + absent * one.sound(), one.sound());
                }
            }
            double top = Math.max(there, gone);
            sum += weight(entry.getKey())
                    * (top + Math.log((1 - absent) * Math.exp(there - top) + absent * Math.exp(gone - top)));
        }
        return sum;
    }

    /** What the sensors that a row is not about add to it, the same at each strength. */
    private double besides(Hypothesis row) {
        double sum = 0;
        var own = new OwnTrouble(OwnTrouble.RARE);
        for (var entry : moments.entrySet()) {
            double sound = 0;
            for (var one : entry.getValue()) {
                if (!row.isAbout(one.seen())) {
                    sound += Math.log(own.density(one.seen(), one.sound(), one.sound()));
                    own.learn(one.seen(), one.sound(), one.sound());
                }
            }
            sum += weight(entry.getKey()) * sound;
        }
        return sum;
    }

    /** Applications of one cylinder share what is the sensors' own: two tell less than twice as much as one. */
    private double weight(Moment moment) {
        return moment.isOnGas()
                ? evidence.weight(moment) / Math.sqrt(applications.get(moment.cylinderId()))
                : evidence.weight(moment);
    }

    /** That a cause is not at work at a moment, though it is at others. */
    private static double absent(Cause cause, Moment moment) {
        if (moment.tried().stream().anyMatch(cause::isShownBy)) {
            return AFTER_TRYING;
        }
        return cause.isOfSensor() ? SENSOR_COMES_AND_GOES : COMES_AND_GOES;
    }

    private Derivation working(Belief belief, List<Belief> all) {
        var row = belief.best().hypothesis();
        double strength = belief.best().strength();
        var working =
                Derivation.of("Likely cause: " + belief.cause().words(), "what was seen, beside what this would show");
        if (!row.model().told(strength).isEmpty()) {
            working = working.with("fits best", row.model().told(strength));
        }
        var told = evidence.observations().stream()
                .filter(seen -> weight(row, strength, seen) > 0.5)
                .sorted(Comparator.comparingDouble((Observation seen) -> -weight(row, strength, seen)))
                .limit(TOLD)
                .toList();
        for (var seen : evidence.observations()) {
            if (told.contains(seen)) {
                working = working.with(fits(row, strength, seen) ? "fits" : "does not fit", seen.told());
            }
        }
        var next = all.stream().filter(b -> b != belief).findFirst();
        var beside = next.map(b -> "; " + b.cause().words() + ": " + percent(b.share()))
                .orElse("");
        return working.gives(percent(belief.share()) + beside);
    }

    /** How much an observation speaks for the row or against it, beside nothing being wrong. */
    private static double weight(Hypothesis row, double strength, Observation seen) {
        double itself = Math.log(row.model().of(seen, strength).density(seen));
        double sound = Math.log(Sound.of(seen).density(seen));
        double best = Math.log(Prediction.at(seen.value()).density(seen));
        return Math.max(Math.abs(itself - sound), best - itself - 2);
    }

    private static boolean fits(Hypothesis row, double strength, Observation seen) {
        return row.model().of(seen, strength).density(seen) >= Sound.of(seen).density(seen) * 0.999;
    }

    private static String percent(double share) {
        return upTo(100 * share, 0) + " %";
    }
}
