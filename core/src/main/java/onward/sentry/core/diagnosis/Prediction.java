package onward.sentry.core.diagnosis;

import java.util.List;
import onward.sentry.core.evidence.Observation;

/** What a cause expects to be seen: values, or ranges of values, each with its share. */
record Prediction(List<Contribution> parts) {

    /** @param high the same as {@code low} for one value */
    record Contribution(double share, double low, double high) {
        private double density(double value, double sigma) {
            if (low == high) {
                double z = (value - low) / sigma;
                return share * Math.exp(-z * z / 2) / (sigma * Math.sqrt(2 * Math.PI));
            }
            return share * (below((value - low) / sigma) - below((value - high) / sigma)) / (high - low);
        }
    }

    /** That something happens which no cause explains: it keeps a single odd reading from deciding all. */
    private static final double UNEXPLAINED = 0.0005;

    static Prediction at(double value) {
        return new Prediction(List.of(new Contribution(1, value, value)));
    }

    /** Anywhere in a range, each value as likely. */
    static Prediction between(double low, double high) {
        return new Prediction(List.of(new Contribution(1, low, high)));
    }

    static Prediction of(Contribution... parts) {
        return new Prediction(List.of(parts));
    }

    /** Likelihood of what was seen. */
    double density(Observation seen) {
        double sum = 0;
        for (var part : parts) {
            sum += part.density(seen.value(), seen.sigma());
        }
        return (1 - UNEXPLAINED) * sum + UNEXPLAINED / seen.kind().width();
    }

    /** What it expects on the whole. */
    double mean() {
        return parts.stream()
                .mapToDouble(p -> p.share() * (p.low() + p.high()) / 2)
                .sum();
    }

    /** Share of a normal distribution below z; by a logistic curve, right to 0.01. */
    private static double below(double z) {
        return 1 / (1 + Math.exp(-1.5976 * z - 0.070566 * z * z * z));
    }
}
