package onward.sentry.server.logbook;

import java.util.List;
import java.util.Locale;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.card.Step;
import onward.sentry.core.doubt.Doubt;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Figures;

/** Each event of a run in a few words, for the record. */
final class EventWords {

    private EventWords() {}

    /** @param steps the run's steps */
    static String of(RunEvent event, ProcedureCard card, List<Step> steps, SiteUnits units) {
        if (event instanceof RunEvent.RunStarted e) {
            return switch (e.source()) {
                case LINK -> e.technician() + " began the " + e.job().label() + "; readings over the link";
                case TYPED -> e.technician() + " began the " + e.job().label() + "; readings typed by hand";
                case SEEN -> e.technician() + " bumped it in a round";
                case SEEN_LIVE -> e.technician() + " bumped it in a round, numbers over the link";
                case PAPER -> e.technician() + " typed in a " + e.job().label() + " that was done on paper";
                case LABORATORY -> e.technician() + " typed in the certificate of a laboratory";
            };
        }
        if (event instanceof RunEvent.ChecksConfirmed e) {
            return "Checked: " + String.join("; ", e.items());
        }
        if (event instanceof RunEvent.StepConfirmed e) {
            return "Done: " + steps.get(e.step()).title();
        }
        if (event instanceof RunEvent.TryStarted e) {
            var done = Stream.of(e.remedy(), e.tried().map(NextTry::words).orElse(""), e.changed())
                    .filter(words -> !words.isEmpty());
            return "Tried again after a change: " + done.collect(Collectors.joining("; "));
        }
        if (event instanceof RunEvent.Measured e) {
            return e.quantity().label() + ": " + e.quantity().text(e.value(), units);
        }
        if (event instanceof RunEvent.MeasurementRefused e) {
            return e.quantity().label() + ": " + e.quantity().text(e.value(), units) + ", not allowed by the card";
        }
        if (event instanceof RunEvent.AnswerRefused e) {
            return ((Step.Ask) steps.get(e.step())).question() + " " + (e.answer() ? "Yes" : "No")
                    + ", which does not let the run go on";
        }
        if (event instanceof RunEvent.Answered e) {
            return ((Step.Ask) steps.get(e.step())).question() + " " + (e.answer() ? "Yes" : "No");
        }
        if (event instanceof RunEvent.BlockTested e) {
            return e.alarmed() ? "Inlet blocked: the pump alarmed" : "Inlet blocked: the pump did not alarm";
        }
        if (event instanceof RunEvent.SensorsSkipped e) {
            return "Skipped "
                    + e.slots().stream()
                            .map(slot -> card.sensor(slot).gas().name())
                            .collect(Collectors.joining(", ")) + ": " + e.reason();
        }
        if (event instanceof RunEvent.PaperEntered e) {
            return "Typed in from paper, done by " + e.doneBy() + " with cylinder " + e.cylinderId() + ", certificate "
                    + e.cylinder().certificateNumber() + ": " + outcomes(e.outcomes(), card);
        }
        if (event instanceof RunEvent.LaboratoryEntered e) {
            return "Calibrated by " + e.laboratory() + ", certificate " + e.certificate() + ": "
                    + outcomes(e.outcomes(), card)
                    + e.statedDue()
                            .map(due -> "; next by " + Figures.day(due) + ", as it states")
                            .orElse("");
        }
        if (event instanceof RunEvent.BumpSeen e) {
            return "Bumped in a round with cylinder " + e.cylinderId() + ", certificate "
                    + e.cylinder().certificateNumber() + ": " + outcomes(e.outcomes(), card)
                    + (e.alarms() ? ", all alarms noticed" : ", not every alarm noticed");
        }
        if (event instanceof RunEvent.GasLeftOut e) {
            return "Left out " + steps.get(e.step()).title().toLowerCase(Locale.ROOT) + ": " + e.reason();
        }
        if (event instanceof RunEvent.FailureLeft) {
            return "Left as failed, with a try left";
        }
        if (event instanceof RunEvent.WarmUpEnded) {
            return "Warm-up over";
        }
        if (event instanceof RunEvent.ZeroStarted) {
            return "Zero started in clean air";
        }
        if (event instanceof RunEvent.ZeroJudged e) {
            return "Zero judged: " + outcomes(e.outcomes(), card);
        }
        if (event instanceof RunEvent.CylinderChosen e) {
            return (e.straightOn() ? "Straight on with cylinder " : "Cylinder ") + e.cylinderId() + ", certificate "
                    + e.cylinder().certificateNumber()
                    + e.rig()
                            .map(rig -> "; " + rig.regulator() + ", "
                                    + rig.delivery().label())
                            .orElse("")
                    + (e.setPointsChanged().isEmpty() ? "" : "; set points changed to its label");
        }
        if (event instanceof RunEvent.GasOpened e) {
            return e.seen() ? "Gas on, seen in the readings" : "Gas on, confirmed";
        }
        if (event instanceof RunEvent.ReadingAccepted e) {
            return outcomes(List.of(e.outcome()), card) + ", " + e.outcome().how();
        }
        if (event instanceof RunEvent.ReadingNotAccepted e) {
            return outcomes(List.of(e.outcome()), card) + ", " + e.outcome().how();
        }
        if (event instanceof RunEvent.AdjustmentDoubted e) {
            return doubted(e, card);
        }
        if (event instanceof RunEvent.AlarmsConfirmed e) {
            return e.all() ? "Audible, visual and vibration alarm noticed" : "Not every alarm was noticed";
        }
        if (event instanceof RunEvent.SavedOnInstrument) {
            return "Saved on the instrument, its own verdict noted";
        }
        if (event instanceof RunEvent.GasClosed e) {
            return e.seen() ? "Gas off, seen in the readings" : "Gas off, confirmed";
        }
        if (event instanceof RunEvent.ExposureExceeded e) {
            return "On gas from " + e.cylinderId() + " for longer than the card allows, "
                    + Figures.upTo(e.limitSeconds(), 0) + " s";
        }
        if (event instanceof RunEvent.CylinderSpent e) {
            return e.cylinderId() + " is at its reserve, " + Figures.upTo(e.litresLeft(), 1)
                    + " L left: no further reading was taken from it";
        }
        if (event instanceof RunEvent.GasEndedEarly e) {
            return "Gas from " + e.cylinderId()
                    + " ended before every reading was taken: the application is repeated, and this was no try";
        }
        if (event instanceof RunEvent.ReadingsMissed e) {
            return "No readings over the link for " + Figures.upTo((e.at() - e.from()) / 1000.0, 0) + " s"
                    + (e.repeat() ? ": the application is repeated" : "");
        }
        if (event instanceof RunEvent.SourceSwitched e) {
            return e.by()
                    + (e.source() == ReadingSource.TYPED
                            ? " switched to typed readings"
                            : " switched to readings over the link");
        }
        if (event instanceof RunEvent.ClearedDown e) {
            return "Clear-down judged: " + outcomes(e.outcomes(), card);
        }
        if (event instanceof RunEvent.ConfirmationWithdrawn e) {
            return e.by() + " took the last confirmation back";
        }
        if (event instanceof RunEvent.Remarked e) {
            return "Remark by " + e.by() + ": " + e.text();
        }
        if (event instanceof RunEvent.ConditionsNoted e) {
            return Stream.of(Quantity.values())
                    .filter(e.values()::containsKey)
                    .map(quantity ->
                            quantity.label() + ": " + quantity.text(e.values().get(quantity), units))
                    .collect(Collectors.joining("; "));
        }
        if (event instanceof RunEvent.LanePlaced e) {
            return (e.room().isEmpty() ? "Put on the bench" : "Put on the bench in the " + e.room())
                    + (e.manifold().isPresent() ? ", one of " + e.sharing() + " on a manifold" : "");
        }
        if (event instanceof RunEvent.Countersigned e) {
            return e.by() + " countersigns: the competence '" + e.competence() + "' of the technician has ended";
        }
        if (event instanceof RunEvent.RunTakenOver e) {
            return e.by() + " took over from " + e.from();
        }
        if (event instanceof RunEvent.RunStopped e) {
            return e.by() + " stopped the run: " + e.reason();
        }
        if (event instanceof RunEvent.RunSigned e) {
            return e.by() + " signed: " + e.verdict().label();
        }
        var typed = (RunEvent.ReadingTyped) event;
        var sensor = card.sensor(typed.slot());
        return sensor.gas().name() + ": " + sensor.shown(typed.value()) + " typed";
    }

    private static String outcomes(List<SensorOutcome> outcomes, ProcedureCard card) {
        return outcomes.stream()
                .map(o -> card.sensor(o.slot()).gas().name() + " " + o.stage().label() + " "
                        + o.judgement().verdict().label())
                .collect(Collectors.joining(", "));
    }

    private static String doubted(RunEvent.AdjustmentDoubted e, ProcedureCard card) {
        var doubts = e.doubts().stream()
                .map(doubt -> (doubt.kind() == Doubt.Kind.ROOM_AIR
                                ? doubt.words()
                                : card.sensor(doubt.slots().get(0)).gas().formula() + " has " + doubt.words())
                        + (doubt.confirmed() ? ", seen again after a change" : ""))
                .collect(Collectors.joining("; "));
        return (e.stops() ? "Not to be saved before gas is applied again: " : "Saved all the same: ") + doubts;
    }
}
