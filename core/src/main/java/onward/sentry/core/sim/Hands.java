package onward.sentry.core.sim;

import java.util.Random;
import onward.sentry.core.run.NextAction.Kind;

/**
 * Simulated hands: they look at what the run asks for next and do, a seeded moment later, what the technician has
 * confirmed or is asked to do with the valve.
 */
public final class Hands {

    private final SimDetector detector;
    private final Random random;
    private Kind seen = Kind.DONE;
    private Runnable planned = () -> {};
    private long plannedAt = Long.MAX_VALUE;

    /**
     * Hands that answer within seconds.
     *
     * @param detector the simulated detector
     * @param seed the same seed gives the same result
     */
    public Hands(SimDetector detector, long seed) {
        this.detector = detector;
        this.random = new Random(seed);
    }

    /**
     * In clean air.
     *
     * @param kind which kind
     * @param calibrating whether the run is a calibration
     * @param gas what the cylinder gives
     * @param lagSeconds time that gas takes through the line, s
     */
    public void follow(Kind kind, boolean calibrating, Atmosphere gas, double lagSeconds) {
        follow(kind, calibrating, gas, Atmosphere.cleanAir(), lagSeconds);
    }

    /**
     * @param kind what the run asks for now
     * @param calibrating the job adjusts the instrument, so that it shows raw readings on gas
     * @param gas what comes out of the chosen cylinder
     * @param air what is about when gas is off
     * @param lagSeconds what the tubing or the sample line holds up
     */
    public void follow(Kind kind, boolean calibrating, Atmosphere gas, Atmosphere air, double lagSeconds) {
        if (detector.now() >= plannedAt) {
            plannedAt = Long.MAX_VALUE;
            planned.run();
        }
        if (kind == seen) {
            return;
        }
        if (seen == Kind.CONFIRM_SAVED) {
            detector.keepSpan(); // the technician has confirmed that it is done
            if (!calibrating) {
                detector.endCalibrating();
            }
        }
        seen = kind;
        switch (kind) {
            case START_ZERO, START_BLANK -> soon(() -> detector.breathe(air, 0));
            case WAIT_ZERO -> soon(detector::startZero);
            case OPEN_GAS ->
                soon(() -> {
                    if (calibrating) {
                        detector.startCalibrating();
                    }
                    detector.breathe(gas, lagSeconds);
                });
            case CLOSE_GAS ->
                soon(() -> {
                    if (!calibrating) {
                        detector.endCalibrating();
                    }
                    detector.breathe(air, lagSeconds);
                });
            default -> {}
        }
    }

    private void soon(Runnable action) {
        planned = action;
        plannedAt = detector.now() + 1_500 + random.nextInt(3_000);
    }
}
