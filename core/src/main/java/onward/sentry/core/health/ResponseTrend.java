package onward.sentry.core.health;

import static onward.sentry.core.working.Figures.upTo;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Figures;

/**
 * A robust line through the span responses of one sensor since it was fitted, after Theil and Sen: the slope is the median
 * of the slopes between every two spans, so that a few outliers do not bend it.
 *
 * <p>Every cylinder is a little off its label, all its spans alike. What a change of cylinder adds is taken off before the
 * slope is drawn, by as much as there is to see of it, and is marked as a step; it also widens the interval.
 *
 * @param spans oldest first, at least {@link #LEAST}
 * @param percentPerMonth what the response changes by in 30.44 days; below 0 it fades
 * @param nowPercent where the line stands on the day of the last span
 * @param steps changes of cylinder that moved the response
 * @param marginal when it crosses the marginal limit
 * @param fail when it crosses the fail limit
 */
public record ResponseTrend(
        List<SpanResponse> spans,
        double percentPerMonth,
        double nowPercent,
        List<Step> steps,
        Crossing marginal,
        Crossing fail,
        Derivation working) {

    /** With fewer spans there is no line. */
    public static final int LEAST = 4;

    /** Below it a response is marginal, %. */
    public static final double MARGINAL_PERCENT = 70;

    /** Below it a response has failed, %. */
    public static final double FAIL_PERCENT = 50;

    private static final double DAYS_PER_MONTH = 30.44;
    private static final double Z_80 = 1.2816;
    /** The noise is judged from few spans, and a Theil–Sen line scatters more than one of least squares: of 1,000 simulated
     * sensors about 80 in 100 are held with this. */
    private static final double WIDENED = 1.25;

    private static final double LEAST_NOISE_PERCENT = 0.4;
    private static final double LEAST_CYLINDER_PERCENT = 0.5;
    private static final double MARKED_STEP_PERCENT = 1.5;
    private static final long MOST_DAYS = 7_305;

    /**
     * A change of cylinder that moved the response.
     *
     * @param byPercent up when positive
     */
    public record Step(LocalDate on, String from, String to, double byPercent) {}

    /** What one more span should come to. @param standard how far one span may be off the line, % of response */
    public record Expected(double percent, double standard) {}

    /**
     * {@return what a span of some day should come to by the line: 90 % falling by 1 % a month returns 89 % for a day a
     * month later, with what one span strays about the line} Empty where there is no line.
     *
     * @param spans of one sensor, in the order of time
     * @param on the day of the work
     */
    public static Optional<Expected> expected(List<SpanResponse> spans, LocalDate on) {
        return fit(spans).map(fit -> fit.expected(on));
    }

    /**
     * Empty with fewer than four spans, or when all are of one day.
     *
     * @param spans of one sensor, in the order of time
     * @return the trend
     */
    public static Optional<ResponseTrend> of(List<SpanResponse> spans) {
        return fit(spans).map(Fit::trend);
    }

    private static Optional<Fit> fit(List<SpanResponse> spans) {
        var sorted = spans.stream()
                .sorted(java.util.Comparator.comparing(SpanResponse::on))
                .toList();
        boolean spread = sorted.size() >= LEAST
                && sorted.get(0).on().isBefore(sorted.get(sorted.size() - 1).on());
        return spread ? Optional.of(new Fit(sorted)) : Optional.empty();
    }

    /** The line while it is drawn. */
    private static final class Fit {

        private final List<SpanResponse> spans;
        private final double[] day;
        private final double[] percent;
        private final Map<String, List<Integer>> byCylinder = new LinkedHashMap<>();
        private final double[] offset;
        private double slope;
        private double level;
        private double noise;
        private double cylinderNoise;

        Fit(List<SpanResponse> spans) {
            this.spans = spans;
            day = spans.stream()
                    .mapToDouble(s -> ChronoUnit.DAYS.between(spans.get(0).on(), s.on()))
                    .toArray();
            percent = spans.stream().mapToDouble(SpanResponse::percent).toArray();
            offset = new double[day.length];
            for (int i = 0; i < day.length; i++) {
                byCylinder
                        .computeIfAbsent(spans.get(i).cylinder(), tag -> new ArrayList<>())
                        .add(i);
            }
            line();
            for (int round = 0; round < 4; round++) {
                offsets();
                line();
            }
        }

        private void line() {
            var slopes = new ArrayList<Double>();
            for (int i = 0; i < day.length; i++) {
                for (int j = i + 1; j < day.length; j++) {
                    if (day[j] > day[i]) {
                        slopes.add((own(j) - own(i)) / (day[j] - day[i]));
                    }
                }
            }
            slope = median(slopes.stream().mapToDouble(Double::doubleValue).toArray());
            var levels = new double[day.length];
            for (int i = 0; i < day.length; i++) {
                levels[i] = own(i) - slope * day[i];
            }
            level = median(levels);
        }

        private double own(int i) {
            return percent[i] - offset[i];
        }

        private double residual(int i) {
            return percent[i] - level - slope * day[i];
        }

        /** What each cylinder adds, drawn towards nothing by as much as noise could have made it. */
        private void offsets() {
            var within = new ArrayList<Double>();
            var medians = new LinkedHashMap<String, Double>();
            byCylinder.forEach((tag, places) -> {
                double middle =
                        median(places.stream().mapToDouble(this::residual).toArray());
                medians.put(tag, middle);
                if (places.size() > 1) {
                    places.forEach(i -> within.add(Math.abs(residual(i) - middle)));
                }
            });
            double all = 1.4826 * median(allResiduals());
            double inside = within.size() < 3
                    ? all
                    : 1.4826
                            * median(within.stream()
                                    .mapToDouble(Double::doubleValue)
                                    .toArray())
                            * Math.sqrt((double) day.length / Math.max(1, day.length - byCylinder.size()));
            noise = Math.max(LEAST_NOISE_PERCENT, Math.min(inside, all));
            double between = 1.4826
                    * median(medians.values().stream().mapToDouble(Math::abs).toArray());
            double perCylinder = (double) day.length / byCylinder.size();
            cylinderNoise = byCylinder.size() < 2
                    ? LEAST_CYLINDER_PERCENT
                    : Math.max(
                            LEAST_CYLINDER_PERCENT,
                            Math.sqrt(Math.max(0, between * between - noise * noise / perCylinder)));
            byCylinder.forEach((tag, places) -> {
                double shown = cylinderNoise * cylinderNoise;
                double share = shown / (shown + noise * noise / places.size());
                places.forEach(i -> offset[i] = share * medians.get(tag));
            });
        }

        private double[] allResiduals() {
            var all = new double[day.length];
            for (int i = 0; i < all.length; i++) {
                all[i] = Math.abs(residual(i));
            }
            return all;
        }

        /** How uncertain the line is on a day: noise of each span, and what each cylinder adds to all of its spans. */
        private double deviation(double at) {
            double mean = Arrays.stream(day).average().orElse(0);
            double spread = Arrays.stream(day).map(d -> (d - mean) * (d - mean)).sum();
            DoubleUnaryOperator weight = d -> 1.0 / day.length + (d - mean) * (at - mean) / spread;
            double single = Arrays.stream(day).map(weight).map(w -> w * w).sum();
            double shared = byCylinder.values().stream()
                    .mapToDouble(places -> places.stream()
                            .mapToDouble(i -> weight.applyAsDouble(day[i]))
                            .sum())
                    .map(w -> w * w)
                    .sum();
            return WIDENED * Math.sqrt(noise * noise * single + cylinderNoise * cylinderNoise * shared);
        }

        /** The span may be on another cylinder, so that what cylinders add comes on top of its own noise. */
        private Expected expected(LocalDate on) {
            double at = ChronoUnit.DAYS.between(spans.get(0).on(), on);
            double line = deviation(at);
            return new Expected(
                    level + slope * at, Math.sqrt(line * line + noise * noise + cylinderNoise * cylinderNoise));
        }

        private double factor() {
            int free = Math.max(1, day.length - 2);
            return Z_80 + (Z_80 * Z_80 * Z_80 + Z_80) / (4 * free);
        }

        private Crossing crossing(double limit) {
            double last = day[day.length - 1];
            double factor = factor();
            return new Crossing(
                    limit,
                    first(limit, last, at -> level + slope * at - factor * deviation(at)),
                    first(limit, last, at -> level + slope * at),
                    first(limit, last, at -> level + slope * at + factor * deviation(at)));
        }

        /** The first day on which a curve lies below a limit, looked for from the first span on. */
        private Optional<LocalDate> first(double limit, double last, DoubleUnaryOperator curve) {
            double below = Double.NaN;
            double step = 30;
            for (double at = 0; at <= last + MOST_DAYS; at += step) {
                if (curve.applyAsDouble(at) < limit && at + step > last) {
                    below = at;
                    break;
                }
            }
            if (Double.isNaN(below)) {
                return Optional.empty();
            }
            double over = Math.max(0, below - step);
            while (below - over > 0.5) {
                double middle = (below + over) / 2;
                if (curve.applyAsDouble(middle) < limit) {
                    below = middle;
                } else {
                    over = middle;
                }
            }
            return Optional.of(spans.get(0).on().plusDays(Math.round(below)));
        }

        private List<Step> steps() {
            var steps = new ArrayList<Step>();
            for (int i = 1; i < day.length; i++) {
                var before = spans.get(i - 1).cylinder();
                var now = spans.get(i).cylinder();
                double by = offset[i] - offset[i - 1];
                if (!before.equals(now) && Math.abs(by) >= MARKED_STEP_PERCENT) {
                    steps.add(new Step(spans.get(i).on(), before, now, by));
                }
            }
            return steps;
        }

        ResponseTrend trend() {
            double last = day[day.length - 1];
            double perMonth = slope * DAYS_PER_MONTH;
            double now = level + slope * last;
            var working = Derivation.of(
                            "Trend of the span response", "slope = median of the slopes between every two spans")
                    .with(
                            "spans",
                            day.length + " since " + Figures.day(spans.get(0).on()))
                    .with("cylinders", String.valueOf(byCylinder.size()))
                    .with("noise of a span", "±" + upTo(noise, 1) + " %")
                    .with("noise of a cylinder", "±" + upTo(cylinderNoise, 1) + " %")
                    .gives(upTo(now, 1) + " %, " + (perMonth > 0 ? "+" : "") + upTo(perMonth, 2) + " % a month");
            return new ResponseTrend(
                    spans, perMonth, now, steps(), crossing(MARGINAL_PERCENT), crossing(FAIL_PERCENT), working);
        }

        private static double median(double[] values) {
            if (values.length == 0) {
                return 0;
            }
            var sorted = values.clone();
            Arrays.sort(sorted);
            int half = sorted.length / 2;
            return sorted.length % 2 == 1 ? sorted[half] : (sorted[half - 1] + sorted[half]) / 2;
        }
    }
}
