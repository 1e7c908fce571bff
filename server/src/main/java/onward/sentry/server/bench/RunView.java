package onward.sentry.server.bench;

import java.time.Instant;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.cylinder.LabelLine;
import onward.sentry.core.doubt.Doubt;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.result.SensorResult;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Rig;
import onward.sentry.core.run.ExpectedBand;
import onward.sentry.core.run.GasWatch;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.SensorProgress;
import onward.sentry.core.strip.Strip;
import onward.sentry.core.strip.Taken;
import onward.sentry.core.working.Refusal;

/**
 * A run as the bench shows it.
 *
 * @param rig how the gas is brought, or is usually brought to this model
 * @param gas that is on, with what it has cost so far; empty while no valve is open
 * @param link how old the last reading is; empty where readings are typed
 * @param gatewayServes a gateway that was heard lately sends readings of this detector
 * @param conditions of the room that may still be noted; empty once gas was chosen
 * @param settleFrom run time, ms, from which a typed reading may be said to have settled; empty while nothing is measured
 * @param verifying gas only shows whether what was just set reads what the label says
 * @param gasMayBeLeftOut the gas that comes next is the technician's choice
 * @param skippable a sensor may be left out now, with a reason
 * @param ahead what may be confirmed from here while there is no line to the server
 * @param diagnosis what may be behind what it shows, before another try, before it is
 *     saved on the detector and once all is judged; empty where nothing speaks for any
 * @param doubts what speaks against setting sensors to the gas that they met; empty where nothing does
 * @param mayBeCountersigned a lead may answer for the technician, whose competence has ended
 * @param countersignedBy the lead who answers for the technician
 * @param competenceMissing what the technician would have to be qualified for to adjust it; empty when nothing
 */
record RunView(
        String id,
        String serial,
        String assetTag,
        String model,
        String crew,
        Rig rig,
        Intake intake,
        Job job,
        boolean typed,
        double timeScale,
        String technician,
        boolean mine,
        String phase,
        Instant startedAt,
        long runTime,
        int lastSeq,
        NextAction next,
        List<StepView> steps,
        List<SensorView> sensors,
        Optional<ChosenView> cylinder,
        boolean gasOn,
        Optional<GasWatch> gas,
        Optional<LinkView> link,
        boolean gatewayServes,
        Optional<Integer> withdrawable,
        Strip strip,
        Optional<Verdict> verdict,
        Optional<String> remark,
        Optional<PictureView> picture,
        Optional<List<ConditionView>> conditions,
        Optional<Long> settleFrom,
        boolean verifying,
        boolean gasMayBeLeftOut,
        boolean skippable,
        String competenceMissing,
        boolean mayBeCountersigned,
        Optional<String> countersignedBy,
        Optional<DiagnosisView> diagnosis,
        List<Doubt> doubts,
        List<NextAction> ahead) {

    /**
     * @param unit that the site reads it in
     * @param value as it was noted, in that unit
     * @param counts a sensor of this detector is judged by it
     */
    record ConditionView(Quantity quantity, String label, String unit, Optional<Double> value, boolean counts) {}

    /** The picture that belongs to the current step; fetched from where the run is. */
    record PictureView(String path, String description) {}

    /**
     * @param about formulas of the sensors that it is about; empty: all of them, or none in particular
     * @param progress whether it is behind, at hand or ahead
     */
    record StepView(String title, List<String> about, StepProgress progress) {}

    /** Where a step of the card is in a run; skipped is one that had nothing to do. */
    enum StepProgress {
        DONE,
        NOW,
        TO_COME,
        SKIPPED
    }

    /**
     * @param expected what it should read on the chosen gas; empty before one is chosen
     * @param air what it reads in clean air
     * @param band where its reading should come to rest now
     * @param windowSeconds how long readings must hold to count as settled
     * @param progress how far it has got in this stage, as a word
     * @param unsaved it was adjusted, and nothing was saved on the instrument since
     * @param verdict worst of its outcomes so far; "not judged" before there is one
     * @param taken when each reading that was judged was taken, and from which window
     */
    record SensorView(
            int slot,
            String gas,
            String formula,
            String unit,
            double resolution,
            double rangeMax,
            double air,
            Optional<Double> expected,
            ExpectedBand band,
            double windowSeconds,
            SensorProgress progress,
            Verdict verdict,
            boolean unsaved,
            List<SensorOutcome> outcomes,
            List<Taken> taken,
            Optional<SensorResult> result) {}

    record ChosenView(String id, String certificateNumber, List<LabelLine> label, List<Refusal> warnings) {}
}
