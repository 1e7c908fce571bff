package onward.sentry.core.card;

/** How long a job takes by its card, before anybody has worked it here. */
public final class CardMinutes {

    private static final double HAND_SECONDS = 20;
    private static final double MINUTE = 60;

    private CardMinutes() {}

    /**
     * Whole minutes, rounded up, at least 1: the waits that the card asks for, half of the way to each limit, and 20 s for
     * each step's hands. A card of a 60 s warm-up, a zero of 15 to 45 s, a gas of 60 to 120 s and 60 s to clear down comes
     * to 5.
     *
     * @param card the procedure card of the model
     * @param job calibration or bump
     * @return minutes
     */
    public static int of(ProcedureCard card, Job job) {
        double seconds = card.steps(job).stream()
                .mapToDouble(step -> HAND_SECONDS + waits(step))
                .sum();
        return (int) Math.max(1, Math.ceil(seconds / MINUTE));
    }

    private static double waits(Step step) {
        if (step instanceof Step.WarmUp warmUp) {
            return warmUp.seconds();
        } else if (step instanceof Step.Zero zero) {
            return half(zero.accept());
        } else if (step instanceof Step.Blank blank) {
            return half(blank.accept());
        } else if (step instanceof Step.ApplyGas gas) {
            return half(gas.accept());
        } else if (step instanceof Step.BlockTest block) {
            return block.seconds();
        } else if (step instanceof Step.ClearDown clear) {
            return clear.limitSeconds() / 2;
        }
        return 0;
    }

    private static double half(AcceptRule rule) {
        return (rule.leastSeconds() + rule.endSeconds()) / 2;
    }
}
