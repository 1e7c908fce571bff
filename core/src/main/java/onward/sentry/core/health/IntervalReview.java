package onward.sentry.core.health;

import static onward.sentry.core.working.Figures.upTo;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.working.Derivation;

/**
 * Whether the interval of one kind of sensor is right, by the share that was found in tolerance before anything was set.
 *
 * @param gas of the sensor
 * @param inTolerance found good before adjustment
 * @param all found at all
 * @param proposal never more than that: a lead decides
 */
public record IntervalReview(
        String gas, long inTolerance, long all, Wilson share, Proposal proposal, Derivation working) {

    /** What the share speaks for. */
    public enum Proposal {
        /** Too few checks to say. */
        TOO_FEW("too few to say"),
        /** The interval stays. */
        KEEP("keep the interval"),
        /** The interval is shortened by a step. */
        SHORTEN("shorten it by a step"),
        /** The interval may be lengthened by a step. */
        LENGTHEN("it may be lengthened by a step");

        private final String label;

        Proposal(String label) {
            this.label = label;
        }

        /** {@return the words for screens and records} */
        public String label() {
            return label;
        }
    }

    /** The share that should be found in tolerance. */
    public static final double TARGET = 0.95;

    /** With fewer findings nothing is proposed. */
    public static final int LEAST = 20;

    /** So long must a share have held before an interval is lengthened, months. */
    public static final int LONG_ENOUGH_MONTHS = 12;

    /**
     * Surely below the target: shorten. Surely above it for long enough: lengthen. Else keep.
     *
     * <p>40 of 50 in tolerance are 67 to 89 %, so it is shortened; 120 of 120 are at least 96.9 %, so it may be lengthened.
     *
     * @param gas id of a gas of the library
     * @param inTolerance how many as-found checks were in tolerance
     * @param all how many there are in all, 1 or more
     * @param months that the findings reach over
     * @return the share in tolerance with its limits, and the proposal
     */
    public static IntervalReview of(String gas, long inTolerance, long all, long months) {
        var share = all == 0 ? new Wilson(0, 1) : Wilson.of(inTolerance, all);
        var proposal = all < LEAST
                ? Proposal.TOO_FEW
                : share.high() < TARGET
                        ? Proposal.SHORTEN
                        : share.low() > TARGET && months >= LONG_ENOUGH_MONTHS ? Proposal.LENGTHEN : Proposal.KEEP;
        return new IntervalReview(
                gas,
                inTolerance,
                all,
                share,
                proposal,
                Derivation.of(
                                "Interval review by the share found in tolerance",
                                "Wilson interval at 95 % beside the target")
                        .with("in tolerance", inTolerance + " of " + all)
                        .with("share", upTo(100 * share.low(), 1) + " to " + upTo(100 * share.high(), 1) + " %")
                        .with("target", upTo(100 * TARGET, 0) + " %")
                        .with("months looked at", String.valueOf(months))
                        .gives(proposal.label()));
    }

    /**
     * {@return the proposal for several kinds of sensor in one detector: the interval is as short as the worst of them needs}
     *
     * @param reviews one for each gas
     */
    public static Proposal together(List<IntervalReview> reviews) {
        if (reviews.stream().anyMatch(review -> review.proposal() == Proposal.SHORTEN)) {
            return Proposal.SHORTEN;
        }
        boolean all = !reviews.isEmpty() && reviews.stream().allMatch(review -> review.proposal() == Proposal.LENGTHEN);
        return all
                ? Proposal.LENGTHEN
                : reviews.stream().allMatch(review -> review.proposal() == Proposal.TOO_FEW)
                        ? Proposal.TOO_FEW
                        : Proposal.KEEP;
    }

    /**
     * {@return the rule a step away; empty where there is no step, or the cap would not let it count}
     *
     * @param rule the calibration interval
     * @param proposal what the review proposes
     */
    public static Optional<IntervalRule> step(IntervalRule rule, Proposal proposal) {
        return switch (proposal) {
            case SHORTEN -> IntervalSteps.shorter(rule);
            case LENGTHEN -> IntervalSteps.longer(rule);
            default -> Optional.empty();
        };
    }
}
