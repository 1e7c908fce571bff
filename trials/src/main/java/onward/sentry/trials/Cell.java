package onward.sentry.trials;

import java.util.OptionalDouble;
import java.util.SplittableRandom;

/**
 * One sensing element behind a display: two diffusion layers in series, a part that creeps, drift that is the sum of walks
 * at three time scales, a step in temperature, white noise, a display with steps, readings that are far off now and then,
 * and readings that are lost.
 */
final class Cell {

    private static final double[] WALK_SECONDS = {4, 35, 260};

    private final double air;
    private final double step;
    private final double range;
    private final double expected;
    private final Ailment ailment;
    private final SplittableRandom random;

    private final double fast;
    private final double slow;
    private final double creepShare;
    private final double creepSeconds;
    private final double noise;
    private final double walk;
    private final double gain;
    private final double offset;
    private final double stepAt;
    private final double stepSize;
    private final double lost;
    private final double wild;
    private final double swing;
    private final double swingSeconds;

    private final double[] walks = new double[WALK_SECONDS.length];
    private double first;
    private double second;
    private double crept;
    private double shift;

    Cell(double air, double step, double range, double expected, double t90, Ailment ailment, long seed) {
        this.air = air;
        this.step = step;
        this.range = range;
        this.expected = expected;
        this.ailment = ailment;
        this.random = new SplittableRandom(seed);
        double speed = between(0.55, 0.95) * t90;
        this.fast = 0.09 * speed;
        this.slow = 0.36 * speed;
        this.creepShare = between(0, 0.025);
        this.creepSeconds = between(40, 180);
        this.noise = between(0.1, 0.45) * step;
        this.walk = between(0.02, 0.2) * step;
        this.gain = gain();
        this.offset = ailment == Ailment.ZERO_OFF ? sign() * Math.max(6 * step, 0.2 * Math.abs(expected - air)) : 0;
        this.stepAt = between(20, 400);
        this.stepSize = between(-0.3, 0.3) * step;
        this.lost = between(0, 0.04);
        this.wild = between(0, 0.01);
        this.swing = ailment == Ailment.RESTLESS || ailment == Ailment.ZERO_RESTLESS ? between(0.25, 0.5) : 0;
        this.swingSeconds = between(7, 45);
    }

    /** From here on it stands so far above what it showed, in its unit. */
    void shift(double by) {
        shift += by;
    }

    private double gain() {
        return switch (ailment) {
            case DEAD -> between(0, 0.03);
            case WEAK -> between(0.1, 0.42);
            case GLITCHES -> between(0.1, 0.33);
            case PAST_RANGE -> 1.3 * range / Math.abs(expected - air);
            default -> between(0.93, 1.06);
        };
    }

    /**
     * What the display shows; empty where the reading is lost.
     *
     * @param seconds of run time
     * @param passed seconds since the reading before
     * @param gas share of the way that the gas at the sensor stands for; 1 is what the label says
     */
    OptionalDouble read(double seconds, double passed, double gas) {
        first += (gas - first) * (1 - Math.exp(-passed / fast));
        second += (first - second) * (1 - Math.exp(-passed / slow));
        crept += (first - crept) * (1 - Math.exp(-passed / creepSeconds));
        double drift = 0;
        for (int i = 0; i < walks.length; i++) {
            double stays = Math.exp(-passed / WALK_SECONDS[i]);
            walks[i] = stays * walks[i] + walk * Math.sqrt(1 - stays * stays) * normal();
            drift += walks[i];
        }
        double answer = (1 - creepShare) * second + creepShare * crept;
        double way = expected - air;
        double shown = air
                + shift
                + gain * answer * way
                + offset
                + drift
                + noise * normal()
                + (seconds > stepAt ? stepSize : 0);
        double wave = Math.sin(2 * Math.PI * seconds / swingSeconds);
        if (ailment == Ailment.RESTLESS) {
            shown += swing * way * answer * wave;
        } else if (ailment == Ailment.ZERO_RESTLESS) {
            shown += swing * Math.abs(way) * (1 - answer) * wave;
        } else if (ailment == Ailment.STUCK) {
            shown = expected + noise * normal();
        } else if (ailment == Ailment.GLITCHES && gas > 0 && random.nextDouble() < 0.04) {
            shown = air + way * between(0.5, 1.1);
        }
        if (random.nextDouble() < wild) {
            shown += sign() * between(0.1, 0.7) * Math.abs(way);
        }
        if (random.nextDouble() < lost) {
            return OptionalDouble.empty();
        }
        double displayed = step * Math.rint(Math.min(range, Math.max(-0.1 * range, shown)) / step);
        return OptionalDouble.of(displayed);
    }

    private double between(double least, double most) {
        return least + (most - least) * random.nextDouble();
    }

    private double sign() {
        return random.nextBoolean() ? 1 : -1;
    }

    /** Box and Muller. */
    private double normal() {
        return Math.sqrt(-2 * Math.log(1 - random.nextDouble())) * Math.cos(2 * Math.PI * random.nextDouble());
    }
}
