package onward.sentry.core.doubt;

import static onward.sentry.core.working.Figures.upTo;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.working.Derivation;

/**
 * Tells room air in the gas: sensors that met the gas together are weaker by the same share, and oxygen is the same share of
 * the way back to 20.9 vol%. Each sensor gives an estimate of the share; they are pooled by {@code Σwf ÷ Σw, w = 1 ÷ u²}.
 *
 * <p>It is claimed where the pooled share is more than three times its uncertainty, no sensor contradicts it, and either
 * oxygen shows it or, where no oxygen was read, two sensors or more do, each by more than it can be uncertain.
 *
 * <p>Source: the dilution of a mix by air, and means weighted by inverse variance (GUM).
 */
public final class RoomAir {

    private static final double CLAIM = 3;
    private static final double CONTRADICTS = 2.5;
    private static final double SHOWS = 2;
    private static final double OXYGEN_SHOWS = 1.5;
    private static final int LEAST_WITHOUT_OXYGEN = 2;
    private static final double COVERAGE = 2;

    private RoomAir() {}

    /**
     * CO 42.4 of 80 ppm, H₂S 8 of 15 ppm and oxygen 18.3 where 16 was due return about 47 %, 40 to 54; the same with oxygen
     * at 16 returns empty: then the gas or the sensors are weak, and no air is in it.
     *
     * @param together what sensors made of the gas at one application
     * @return the doubt; empty when the readings do not agree on one share
     */
    public static Optional<Doubt> of(List<OnGas> together) {
        double weights = together.stream().mapToDouble(RoomAir::weight).sum();
        double share =
                together.stream().mapToDouble(one -> weight(one) * one.air()).sum() / weights;
        double standard = 1 / Math.sqrt(weights);
        if (together.isEmpty()
                || share <= CLAIM * standard
                || together.stream().anyMatch(one -> contradicts(one, share))
                || !isShown(together)) {
            return Optional.empty();
        }
        double low = Math.max(0, share - COVERAGE * standard);
        double high = Math.min(1, share + COVERAGE * standard);
        var working =
                Derivation.of("Room air in the gas", "share = Σ w · f ÷ Σ w, w = 1 ÷ u², f = 1 − way seen ÷ way due");
        for (var one : together) {
            working = working.with(
                    one.sensor().gas().formula(),
                    one.sensor().shown(one.reading()) + " where " + one.sensor().shown(one.expected()) + " is due: "
                            + upTo(100 * one.air(), 0) + " % ± " + upTo(100 * COVERAGE * one.airStandard(), 0) + " %");
        }
        return Optional.of(new Doubt(
                Doubt.Kind.ROOM_AIR,
                together.stream().map(one -> one.sensor().slot()).toList(),
                100 * share,
                100 * low,
                100 * high,
                together.stream().map(RoomAir::estimate).toList(),
                false,
                working.gives("about " + upTo(100 * share, 0) + " % room air, " + upTo(100 * low, 0) + " to "
                        + upTo(100 * high, 0) + " %")));
    }

    private static Doubt.Estimate estimate(OnGas one) {
        double by = COVERAGE * one.airStandard();
        return new Doubt.Estimate(one.sensor().slot(), 100 * one.air(), 100 * (one.air() - by), 100 * (one.air() + by));
    }

    private static double weight(OnGas one) {
        return 1 / (one.airStandard() * one.airStandard());
    }

    private static boolean contradicts(OnGas one, double share) {
        return Math.abs(one.air() - share) > CONTRADICTS * one.airStandard();
    }

    private static boolean isShown(List<OnGas> together) {
        var oxygen = together.stream().filter(one -> one.sensor().isOxygen()).toList();
        return oxygen.isEmpty()
                ? together.size() >= LEAST_WITHOUT_OXYGEN
                        && together.stream().allMatch(one -> one.air() > SHOWS * one.airStandard())
                : oxygen.stream().allMatch(one -> one.air() > OXYGEN_SHOWS * one.airStandard());
    }
}
