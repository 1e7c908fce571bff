package onward.sentry.formats;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.judge.JudgingRules;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.offline.BareStage;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.trace.Reading;
import onward.sentry.core.working.Refusal;

/**
 * A run in our open form: everything that its verdicts hang on. Either the events of a run, or stages given as times, which
 * then judge bare readings.
 *
 * @param format always {@link #FORMAT}
 * @param version of the form, 1
 * @param on day of use; with events it is in them
 * @param cylinders by the tag that people call them by; with events they are in them
 * @param ambient station pressure, kPa; absent: that of the policy's altitude
 * @param chains what is known of sensors that show displayed readings, by slot; with events it is in them
 * @param rules version of the judging rules that it was worked by; absent: the newest
 * @param history what is known of the time before it, for what may be behind a failure; no verdict hangs on it
 */
public record RunFile(
        String format,
        int version,
        Detector detector,
        ProcedureCard card,
        SitePolicy policy,
        Optional<LocalDate> on,
        Map<String, Cylinder> cylinders,
        Optional<Rig> rig,
        Ambient ambient,
        Map<Integer, SensitivityHistory> chains,
        List<RunEvent> events,
        List<BareStage> stages,
        List<Reading> readings,
        Optional<JudgingRules> rules,
        RunHistory history) {

    public static final String FORMAT = "onward-sentry-run";
    public static final int VERSION = 1;

    /**
     * Which detector it was.
     *
     * @param tolerancePercent of checks, set for this one detector; with events it is in them
     */
    public record Detector(String serial, String model, OptionalDouble tolerancePercent) {
        public Detector {
            tolerancePercent = tolerancePercent == null ? OptionalDouble.empty() : tolerancePercent;
            tolerancePercent.ifPresent(SitePolicy::checkTolerance);
        }

        public Detector(String serial, String model) {
            this(serial, model, OptionalDouble.empty());
        }
    }

    /** The air at the bench. */
    public record Ambient(OptionalDouble kilopascals) {
        public static final Ambient UNKNOWN = new Ambient(OptionalDouble.empty());

        public Ambient {
            kilopascals = kilopascals == null ? OptionalDouble.empty() : kilopascals;
        }
    }

    public RunFile {
        Refusal.unless(
                FORMAT.equals(format) && version == VERSION,
                "run-format",
                "format",
                "This is '" + format + "' version " + version + ", not '" + FORMAT + "' version " + VERSION + ".",
                "Give a run file, as docs/formats describes it.");
        on = on == null ? Optional.empty() : on;
        cylinders = cylinders == null ? Map.of() : Map.copyOf(cylinders);
        rig = rig == null ? Optional.empty() : rig;
        ambient = ambient == null ? Ambient.UNKNOWN : ambient;
        chains = chains == null ? Map.of() : Map.copyOf(chains);
        events = events == null ? List.of() : List.copyOf(events);
        stages = stages == null ? List.of() : List.copyOf(stages);
        readings = readings == null ? List.of() : List.copyOf(readings);
        rules = rules == null ? Optional.empty() : rules;
        history = history == null ? RunHistory.NONE : history;
        Refusal.unless(
                detector != null && card != null && policy != null,
                "run-parts",
                detector == null ? "detector" : card == null ? "card" : "policy",
                "A run file names its detector, its card and its policy.",
                "Add what is missing.");
        Refusal.unless(
                events.isEmpty() != stages.isEmpty(),
                "run-events-or-stages",
                "events",
                "A run file has either events or stages.",
                events.isEmpty() ? "Give one of them." : "Leave one of them out.");
        Refusal.unless(
                stages.isEmpty() || on.isPresent(),
                "run-day",
                "on",
                "With stages the day of use is needed: gas is judged by it.",
                "Write it as YYYY-MM-DD.");
    }

    /** A run as it was worked. */
    public static RunFile of(
            Detector detector, ProcedureCard card, SitePolicy policy, List<RunEvent> events, List<Reading> readings) {
        return new RunFile(
                FORMAT,
                VERSION,
                detector,
                card,
                policy,
                Optional.empty(),
                Map.of(),
                Optional.empty(),
                Ambient.UNKNOWN,
                Map.of(),
                events,
                List.of(),
                readings,
                events.stream()
                        .limit(1)
                        .filter(RunEvent.RunStarted.class::isInstance)
                        .map(started -> JudgingRules.of(((RunEvent.RunStarted) started).rules()))
                        .findFirst(),
                RunHistory.NONE);
    }

    public RunFile withReadings(List<Reading> others) {
        return new RunFile(
                format, version, detector, card, policy, on, cylinders, rig, ambient, chains, events, stages, others,
                rules, history);
    }
}
