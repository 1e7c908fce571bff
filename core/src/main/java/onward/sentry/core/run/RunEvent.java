package onward.sentry.core.run;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.doubt.Doubt;
import onward.sentry.core.doubt.OwnTrend;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.LaboratoryLine;
import onward.sentry.core.result.PaperLine;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.SensorResult;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.working.Refusal;

/**
 * Something that happened in a run. Events are appended, never changed; verdicts are events too, with their working, so
 * that yesterday's record does not change under today's code.
 */
public sealed interface RunEvent {

    /** {@return run time in milliseconds since the run began} */
    long at();

    /**
     * The run began.
     *
     * @param sensors serial of the sensor in each slot
     * @param timeScale 1 in earnest; anything else is simulated and says so on the record
     * @param slots the sensors that the job is about
     * @param withoutCompetence the card asks for a competence that the technician does not hold: nothing is adjusted
     * @param chains what is known of sensors that show displayed readings, by slot
     * @param exposedSeconds how long these sensors were on gas in the 24 h before
     * @param ownTolerancePercent of checks, set for this one detector; empty: card and policy say
     * @param ownInterval of this one detector beside its card's; the earlier due day counts
     * @param rules version of the judging rules; 0 in records of before they had one
     * @param trends what each sensor should respond with today by its own spans, by slot; none where too few are known
     */
    record RunStarted(
            long at,
            String serial,
            Job job,
            String model,
            int cardVersion,
            int policyVersion,
            String technician,
            ReadingSource source,
            double timeScale,
            Map<Integer, String> sensors,
            List<Integer> slots,
            boolean withoutCompetence,
            Map<Integer, SensitivityHistory> chains,
            double exposedSeconds,
            OptionalDouble ownTolerancePercent,
            Optional<IntervalRule> ownInterval,
            int rules,
            Map<Integer, OwnTrend> trends)
            implements RunEvent {

        /**
         * Copies what it is given, fills in what older records leave out.
         *
         * @param at run time, ms since the start of the run
         * @param serial of the detector
         * @param job calibration or bump
         * @param model name of the model
         * @param cardVersion version of the card
         * @param policyVersion version of the site rules
         * @param technician display name of the technician
         * @param source how readings come in
         * @param timeScale 1 in earnest; anything else is simulated and says so on the record
         * @param sensors serial of the sensor in each slot
         * @param slots the sensors that the job is about
         * @param withoutCompetence the card asks for a competence that the technician does not hold: nothing is adjusted
         * @param chains what is known of sensors that show displayed readings, by slot
         * @param exposedSeconds how long these sensors were on gas in the 24 h before
         * @param ownTolerancePercent of checks, set for this one detector; empty: card and policy say
         * @param ownInterval of this one detector beside its card's; the earlier due day counts
         * @param rules version of the judging rules; 0 in records of before they had one
         * @param trends what each sensor should respond with today by its own spans, by slot; none where too few are known
         */
        public RunStarted {
            chains = chains == null ? Map.of() : Map.copyOf(chains);
            ownTolerancePercent = ownTolerancePercent == null ? OptionalDouble.empty() : ownTolerancePercent;
            ownInterval = ownInterval == null ? Optional.empty() : ownInterval;
            trends = trends == null ? Map.of() : Map.copyOf(trends);
        }

        /**
         * By somebody who may do everything that the card asks for, on sensors that nothing is known of.
         *
         * @param at run time, ms since the start of the run
         * @param serial of the detector
         * @param job calibration or bump
         * @param model name of the model
         * @param cardVersion version of the card
         * @param policyVersion version of the site rules
         * @param technician display name of the technician
         * @param source how readings come in
         * @param timeScale 1 is real time
         * @param sensors serial of each sensor, by slot
         * @param slots slots of the sensors, from 1
         */
        public RunStarted(
                long at,
                String serial,
                Job job,
                String model,
                int cardVersion,
                int policyVersion,
                String technician,
                ReadingSource source,
                double timeScale,
                Map<Integer, String> sensors,
                List<Integer> slots) {
            this(
                    at,
                    serial,
                    job,
                    model,
                    cardVersion,
                    policyVersion,
                    technician,
                    source,
                    timeScale,
                    sensors,
                    slots,
                    false,
                    Map.of(),
                    0,
                    OptionalDouble.empty(),
                    Optional.empty(),
                    JudgingRules.NEWEST.version(),
                    Map.of());
        }

        /**
         * {@return the same run, judged by other rules}
         *
         * @param others what takes their place
         */
        public RunStarted under(JudgingRules others) {
            return new RunStarted(
                    at,
                    serial,
                    job,
                    model,
                    cardVersion,
                    policyVersion,
                    technician,
                    source,
                    timeScale,
                    sensors,
                    slots,
                    withoutCompetence,
                    chains,
                    exposedSeconds,
                    ownTolerancePercent,
                    ownInterval,
                    others.version(),
                    trends);
        }
    }

    /**
     * Where it is worked.
     *
     * @param room whose air its neighbours share
     * @param manifold that brings gas to several detectors at once; empty: it has its gas to itself
     * @param sharing how many detectors hang on that manifold, itself among them; 1 without one
     */
    record LanePlaced(long at, String room, Optional<String> manifold, int sharing) implements RunEvent {
        /**
         * Fills in what older records leave out.
         *
         * @param at run time, ms since the start of the run
         * @param room whose air its neighbours share
         * @param manifold that brings gas to several detectors at once; empty: it has its gas to itself
         * @param sharing how many detectors hang on that manifold, itself among them; 1 without one
         */
        public LanePlaced {
            manifold = manifold == null ? Optional.empty() : manifold;
        }
    }

    /** Something that people should know of this run and that changes nothing in it. */
    record Remarked(long at, String by, String text) implements RunEvent {}

    /** What the room was like, before gas. @param values each in its quantity's unit */
    record ConditionsNoted(long at, String by, Map<Quantity, Double> values) implements RunEvent {
        /**
         * Copies what it is given.
         *
         * @param at run time, ms since the start of the run
         * @param by display name of the person
         * @param values each in its quantity's unit
         */
        public ConditionsNoted {
            values = Map.copyOf(values);
        }
    }

    /**
     * Checks were confirmed.
     *
     * @param at run time, ms since the start of the run
     * @param step position in the procedure, from 0
     * @param items what was checked
     */
    record ChecksConfirmed(long at, int step, List<String> items) implements RunEvent {}

    /**
     * A step was confirmed.
     *
     * @param at run time, ms since the start of the run
     * @param step position in the procedure, from 0
     */
    record StepConfirmed(long at, int step) implements RunEvent {}

    /** Something was read off and typed in. @param value in the quantity's unit */
    record Measured(long at, int step, Quantity quantity, double value) implements RunEvent {}

    /**
     * A value was typed in that the card does not allow; the run stays where it is.
     *
     * @param value in the quantity's unit
     */
    record MeasurementRefused(long at, int step, Quantity quantity, double value) implements RunEvent {}

    /**
     * A question was answered.
     *
     * @param at run time, ms since the start of the run
     * @param step position in the procedure, from 0
     * @param answer true for yes
     */
    record Answered(long at, int step, boolean answer) implements RunEvent {}

    /** The answer to a question that does not let the run go on; it stays where it is. */
    record AnswerRefused(long at, int step, boolean answer) implements RunEvent {}

    /** The inlet was blocked. @param alarmed the pump raised its alarm in time */
    record BlockTested(long at, int step, boolean alarmed) implements RunEvent {}

    /**
     * Sensors were left out of the run.
     *
     * @param at run time, ms since the start of the run
     * @param slots slots of the sensors, from 1
     * @param reason why; a sentence for people
     */
    record SensorsSkipped(long at, List<Integer> slots, String reason) implements RunEvent {}

    /** An application that the card lets be left out was. */
    record GasLeftOut(long at, int step, String reason) implements RunEvent {}

    /**
     * The warm-up was over.
     *
     * @param at run time, ms since the start of the run
     * @param step position in the procedure, from 0
     */
    record WarmUpEnded(long at, int step) implements RunEvent {}

    /**
     * A zero was started.
     *
     * @param at run time, ms since the start of the run
     * @param step position in the procedure, from 0
     */
    record ZeroStarted(long at, int step) implements RunEvent {}

    /**
     * A zero was judged.
     *
     * @param at run time, ms since the start of the run
     * @param step position in the procedure, from 0
     * @param outcomes what the sensors came to
     */
    record ZeroJudged(long at, int step, List<SensorOutcome> outcomes) implements RunEvent {}

    /**
     * @param cylinderId the tag that people call the cylinder by
     * @param on the day of use
     * @param setPointsChanged slots whose set point the technician changed on the detector to match the label
     * @param straightOn its gas was flowing already, for the application before
     * @param rig how the gas was brought; empty on older records
     * @param familyAccepted the technician was told that its regulator is kept for the gas's reactive family from now on, and
     *     said yes
     */
    record CylinderChosen(
            long at,
            int step,
            String cylinderId,
            Cylinder cylinder,
            LocalDate on,
            List<LabelLine> label,
            List<Refusal> warnings,
            List<Integer> setPointsChanged,
            boolean straightOn,
            Optional<Rig> rig,
            boolean familyAccepted)
            implements RunEvent {
        /**
         * Fills in what older records leave out.
         *
         * @param at run time, ms since the start of the run
         * @param step position in the procedure, from 0
         * @param cylinderId the tag that people call the cylinder by
         * @param cylinder the cylinder to look at
         * @param on the day of use
         * @param label what the label means for each sensor
         * @param warnings what to heed
         * @param setPointsChanged slots whose set point the technician changed on the detector to match the label
         * @param straightOn its gas was flowing already, for the application before
         * @param rig how the gas was brought; empty on older records
         * @param familyAccepted the technician was told that its regulator is kept for the gas's reactive family from now
         *     on, and said yes
         */
        public CylinderChosen {
            rig = rig == null ? Optional.empty() : rig;
        }

        /**
         * A cylinder was connected with the usual gas path.
         *
         * @param at run time, ms since the start of the run
         * @param step position in the procedure, from 0
         * @param cylinderId tag of the cylinder
         * @param cylinder the cylinder to look at
         * @param on the day of the work
         * @param label what the label means for each sensor
         * @param warnings what to heed
         * @param setPointsChanged slots whose set point was changed on the detector
         * @param straightOn whether gas flows on from the step before
         * @param rig regulator, delivery and tubing; empty: the usual ones
         */
        public CylinderChosen(
                long at,
                int step,
                String cylinderId,
                Cylinder cylinder,
                LocalDate on,
                List<LabelLine> label,
                List<Refusal> warnings,
                List<Integer> setPointsChanged,
                boolean straightOn,
                Optional<Rig> rig) {
            this(at, step, cylinderId, cylinder, on, label, warnings, setPointsChanged, straightOn, rig, false);
        }
    }

    /** @param seen the readings showed it; otherwise the technician confirmed it */
    record GasOpened(long at, int step, boolean seen) implements RunEvent {}

    /**
     * A reading was typed.
     *
     * @param at run time, ms since the start of the run
     * @param slot slot of the sensor, from 1
     * @param value in the unit of the sensor
     */
    record ReadingTyped(long at, int slot, double value) implements RunEvent {}

    /** The figures of a job that was done on paper, with what they come to. @param doneBy who did it, as the sheet says */
    record PaperEntered(
            long at,
            List<PaperLine> lines,
            String cylinderId,
            Cylinder cylinder,
            LocalDate on,
            String doneBy,
            List<SensorOutcome> outcomes)
            implements RunEvent {}

    /** What an outside laboratory certified, with what it comes to here. @param statedDue see {@link RunCommand.EnterLaboratory} */
    record LaboratoryEntered(
            long at,
            List<LaboratoryLine> lines,
            String laboratory,
            String certificate,
            LocalDate on,
            Optional<LocalDate> statedDue,
            List<SensorOutcome> outcomes)
            implements RunEvent {}

    /**
     * A bump in a round: the technician saw which sensors responded to the gas and whether every alarm came.
     *
     * @param silent slots that did not respond
     * @param readings that were typed beside it, by slot; may be empty
     */
    record BumpSeen(
            long at,
            String cylinderId,
            Cylinder cylinder,
            LocalDate on,
            List<Integer> silent,
            boolean alarms,
            Map<Integer, Double> readings,
            List<SensorOutcome> outcomes)
            implements RunEvent {}

    /** A reading was taken as it stood and judged. */
    record ReadingAccepted(long at, int step, SensorOutcome outcome) implements RunEvent {}

    /** A sensor gave no reading that could be taken; it failed. */
    record ReadingNotAccepted(long at, int step, SensorOutcome outcome) implements RunEvent {}

    /**
     * Failed sensors are tried again.
     *
     * @param changed what was changed first, in the technician's words
     * @param remedy which of the card's remedies was used; empty for none
     * @param tried which of the things to try was done; empty for none of them, and on older records
     */
    record TryStarted(long at, int step, List<Integer> slots, String changed, String remedy, Optional<NextTry> tried)
            implements RunEvent {
        /**
         * Fills in what older records leave out.
         *
         * @param at run time, ms since the start of the run
         * @param step position in the procedure, from 0
         * @param slots slots of the sensors, from 1
         * @param changed what was changed first, in the technician's words
         * @param remedy which of the card's remedies was used; empty for none
         * @param tried which of the things to try was done; empty for none of them, and on older records
         */
        public TryStarted {
            remedy = remedy == null ? "" : remedy;
            tried = tried == null ? Optional.empty() : tried;
        }
    }

    /** The technician leaves it at the failure although there is a try left. */
    record FailureLeft(long at, int step) implements RunEvent {}

    /**
     * Readings were taken that sensors would now be set by, and something speaks against it.
     *
     * @param step of the application
     * @param stops gas is applied again after a change before anything is set; else it is only said
     */
    record AdjustmentDoubted(long at, int step, boolean stops, List<Doubt> doubts) implements RunEvent {
        /**
         * Copies what it is given.
         *
         * @param at run time, ms since the start of the run
         * @param step of the application
         * @param stops gas is applied again after a change before anything is set; else it is only said
         * @param doubts what does not look right
         */
        public AdjustmentDoubted {
            doubts = List.copyOf(doubts);
        }
    }

    /**
     * It was confirmed which alarms worked.
     *
     * @param at run time, ms since the start of the run
     * @param step position in the procedure, from 0
     * @param audible whether the audible alarm worked
     * @param visual whether the visual alarm worked
     * @param vibration whether the vibration worked
     */
    record AlarmsConfirmed(long at, int step, boolean audible, boolean visual, boolean vibration) implements RunEvent {
        /** {@return whether every alarm worked} */
        public boolean all() {
            return audible && visual && vibration;
        }
    }

    /** @param verdicts what the instrument itself said, per slot */
    record SavedOnInstrument(long at, int step, Map<Integer, Verdict> verdicts) implements RunEvent {}

    /** @param traces SHA-256 of each sensor's sealed trace of this application */
    record GasClosed(long at, int step, boolean seen, Map<Integer, String> traces) implements RunEvent {}

    /**
     * Sensors were exposed to gas for longer than the card allows in one application.
     *
     * @param limitSeconds that was passed
     */
    record ExposureExceeded(long at, int step, String cylinderId, double limitSeconds) implements RunEvent {}

    /**
     * By its gauge and by what was drawn since, the cylinder is at its reserve: readings that were not taken by then are not
     * taken from it.
     *
     * @param litresLeft in it, reserve included
     */
    record CylinderSpent(long at, int step, String cylinderId, double litresLeft) implements RunEvent {}

    /** Gas ended before every reading was taken: nothing is judged of it, and it is no try; the application begins again. */
    record GasEndedEarly(long at, int step, String cylinderId) implements RunEvent {}

    /**
     * No reading arrived over the link for longer than three of its usual intervals.
     *
     * @param from run time of the last reading before the gap, ms; {@code at} is that of the first one after it
     * @param repeat gas was on and the gap was too long to judge across it: the application is repeated
     */
    record ReadingsMissed(long at, int step, long from, boolean repeat) implements RunEvent {}

    /** The run takes its readings another way from here on. @param by who switched it */
    record SourceSwitched(long at, ReadingSource source, String by) implements RunEvent {}

    /** @param remainder slots that kept a little, for one more zero */
    record ClearedDown(long at, int step, List<SensorOutcome> outcomes, List<Integer> remainder) implements RunEvent {
        /**
         * Copies what it is given, fills in what older records leave out.
         *
         * @param at run time, ms since the start of the run
         * @param step position in the procedure, from 0
         * @param outcomes what the sensors came to
         * @param remainder slots that kept a little, for one more zero
         */
        public ClearedDown {
            remainder = remainder == null ? List.of() : List.copyOf(remainder);
        }
    }

    /** @param sequence position of the event that is withdrawn, counted from 0 */
    record ConfirmationWithdrawn(long at, int sequence, String by) implements RunEvent {}

    /** @param withoutCompetence who takes it over may not adjust this model */
    record RunTakenOver(long at, String by, String from, boolean withoutCompetence) implements RunEvent {}

    /** A lead answers for somebody whose competence has ended, who may adjust from here on. @param by the lead */
    record Countersigned(long at, String by, String competence) implements RunEvent {}

    /**
     * The run was stopped.
     *
     * @param at run time, ms since the start of the run
     * @param by display name of the person
     * @param reason why; a sentence for people
     */
    record RunStopped(long at, String by, String reason) implements RunEvent {}

    /** @param verdict the worst of the sensors, and of the alarms at a bump */
    record RunSigned(
            long at, String by, LocalDate on, Verdict verdict, List<SensorResult> results, Optional<String> remark)
            implements RunEvent {}
}
