package onward.sentry.core.run;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.Step;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.units.SiteUnits;

/**
 * The one thing to do next, in one sentence.
 *
 * @param kind what it is, for programs
 * @param step position of the step it belongs to; a confirmation names it
 * @param sentence what to do, large on the screen
 * @param details what belongs to it, short
 * @param confirm what the button says; empty when nothing is to be confirmed
 * @param seenInReadings the readings show that it is done; a confirmation is only the way out when they do not
 * @param countdown what the clock counts to, if anything
 * @param readable what is to be typed in, if anything
 * @param remedies what the card knows to help, to pick from before another try
 * @param cautions cautions for this step only
 * @param following what the same press may confirm with it, since hands do it in the same go; empty where a judgement or
 *     a wait lies between
 */
public record NextAction(
        Kind kind,
        int step,
        String sentence,
        List<String> details,
        Optional<String> confirm,
        boolean seenInReadings,
        Optional<Countdown> countdown,
        Optional<Readable> readable,
        List<String> remedies,
        List<String> cautions,
        Optional<Following> following) {

    /** What kind of action is needed. */
    public enum Kind {
        /** Confirm the checks. */
        CONFIRM_CHECKS,
        /** Do what the step says. */
        CONFIRM_STEP,
        /** Read a quantity and type it. */
        MEASURE,
        /** Answer a question. */
        ANSWER,
        /** Block the inlet. */
        BLOCK_TEST,
        /** Wait for the warm-up. */
        WAIT_WARM_UP,
        /** Start the zero. */
        START_ZERO,
        /** Wait until the zero is taken. */
        WAIT_ZERO,
        /** Start the reading in clean air. */
        START_BLANK,
        /** Wait until clean air is read. */
        WAIT_BLANK,
        /** Choose a cylinder. */
        CHOOSE_CYLINDER,
        /** Open the valve. */
        OPEN_GAS,
        /** Wait until the readings are taken. */
        WAIT_SETTLE,
        /** Say which alarms worked. */
        CONFIRM_ALARMS,
        /** Save on the instrument and say what it showed. */
        CONFIRM_SAVED,
        /** Change something and try again, or record the failure. */
        TRY_AGAIN,
        /** Decide about gas that does not look right. */
        RESOLVE_DOUBT,
        /** Close the valve. */
        CLOSE_GAS,
        /** Wait until the gas has cleared. */
        WAIT_CLEAR,
        /** Sign. */
        SIGN,
        /** Nothing is left to do. */
        DONE
    }

    /** Counts from one moment of run time to another, ms. */
    public record Countdown(long from, long until, String label) {}

    /**
     * The action after this one.
     *
     * @param sentence what to do, beside the sentence of the first
     * @param confirm what a button adds to its words to confirm both
     */
    public record Following(Kind kind, String sentence, String confirm) {}

    /**
     * What the technician is to type in.
     *
     * @param label what it is, for example "Station pressure on the barometer"
     * @param unit of the value
     * @param least that the card allows
     * @param most that the card allows
     */
    public record Readable(String label, String unit, double least, double most) {

        static Optional<Readable> of(Step step, SiteUnits site) {
            if (!(step instanceof Step.Measure measure)) {
                return Optional.empty();
            }
            var unit = measure.quantity().in(site);
            return Optional.of(new Readable(
                    measure.quantity().label(),
                    unit.symbol(),
                    unit.shown(measure.least()),
                    unit.shown(measure.most())));
        }
    }

    /**
     * By the rules that ship, at the moment of the last event: regulators put on by their type, cautions in their first
     * words.
     *
     * @param state of the run
     * @return the action, with what is needed to show it
     */
    public static NextAction of(RunState state) {
        var events = state.events();
        return of(
                state,
                SitePolicy.SHIPPED,
                RunMoment.at(
                        events.isEmpty() ? 0 : events.get(events.size() - 1).at()));
    }

    /**
     * What comes next in a run.
     *
     * @param state of the run
     * @param policy how this site puts a regulator onto a cylinder, and what it cautions about
     * @param moment when it is to be done
     * @return the action, with what is needed to show it
     */
    public static NextAction of(RunState state, SitePolicy policy, RunMoment moment) {
        return new NextActionResolver(state, policy, moment, Optional.empty()).action();
    }

    /** Whether it can be confirmed without anything being judged or chosen first. */
    static boolean isUnconditional(NextAction next, RunState state) {
        return switch (next.kind()) {
            case CONFIRM_CHECKS, CONFIRM_STEP, START_ZERO, START_BLANK, CLOSE_GAS -> true;
            case OPEN_GAS -> state.cylinder().isPresent();
            default -> false;
        };
    }

    static NextAction asking(RunState state, Kind kind, String sentence, String confirm, boolean seen) {
        return new NextAction(
                kind,
                state.step(),
                sentence,
                List.of(),
                Optional.of(confirm),
                seen,
                Optional.empty(),
                Optional.empty(),
                List.of(),
                List.of(),
                Optional.empty());
    }

    static NextAction asking(RunState state, Kind kind, String sentence, String confirm) {
        return asking(state, kind, sentence, confirm, false);
    }

    static NextAction waiting(RunState state, Kind kind, String sentence) {
        return new NextAction(
                kind,
                state.step(),
                sentence,
                List.of(),
                Optional.empty(),
                false,
                Optional.empty(),
                Optional.empty(),
                List.of(),
                List.of(),
                Optional.empty());
    }

    NextAction until(long since, double seconds, String label) {
        var counted = Optional.of(new Countdown(since, since + Math.round(seconds * 1000), label));
        return new NextAction(
                kind,
                step,
                sentence,
                details,
                confirm,
                seenInReadings,
                counted,
                readable,
                remedies,
                cautions,
                following);
    }

    /** Counts to a moment of run time, ms. */
    NextAction untilMoment(long since, long moment, String label) {
        return until(since, (moment - since) / 1000.0, label);
    }

    NextAction withNote(String note) {
        if (note.isEmpty()) {
            return this;
        }
        var more = new ArrayList<>(details);
        more.add(note);
        return withDetails(more);
    }

    NextAction withSentence(String other) {
        return new NextAction(
                kind,
                step,
                other,
                details,
                confirm,
                seenInReadings,
                countdown,
                readable,
                remedies,
                cautions,
                following);
    }

    NextAction withDetails(List<String> more) {
        return new NextAction(
                kind,
                step,
                sentence,
                more,
                confirm,
                seenInReadings,
                countdown,
                readable,
                remedies,
                cautions,
                following);
    }

    NextAction withCautions(String... more) {
        return new NextAction(
                kind,
                step,
                sentence,
                details,
                confirm,
                seenInReadings,
                countdown,
                readable,
                remedies,
                List.of(more),
                following);
    }

    NextAction toType(Optional<Readable> wanted) {
        return new NextAction(
                kind,
                step,
                sentence,
                details,
                confirm,
                seenInReadings,
                countdown,
                wanted,
                remedies,
                cautions,
                following);
    }

    NextAction withRemedies(List<String> known) {
        return new NextAction(
                kind,
                step,
                sentence,
                details,
                confirm,
                seenInReadings,
                countdown,
                readable,
                known,
                cautions,
                following);
    }

    NextAction withFollowing(Optional<Following> next) {
        return new NextAction(
                kind, step, sentence, details, confirm, seenInReadings, countdown, readable, remedies, cautions, next);
    }
}
