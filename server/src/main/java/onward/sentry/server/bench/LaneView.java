package onward.sentry.server.bench;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.Job;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.run.GasWatch;
import onward.sentry.core.run.NextAction;
import onward.sentry.core.run.SensorProgress;
import onward.sentry.core.strip.Strip;

/**
 * A detector on the bench beside the others.
 *
 * @param manifold that brings its gas together with others; empty: it has its gas to itself
 * @param runTime ms at the moment of drawing
 * @param gas that is on, with what it has cost so far; empty while no valve is open
 * @param link how old the last reading is; empty where readings are typed
 * @param turn position among the lanes of its technician, 0 needs a hand first
 * @param wanted whether somebody has to act here, and may
 * @param why it stands where it stands
 * @param meanwhile what to prepare while it waits
 * @param together lanes that the same hand serves, this one among them
 */
record LaneView(
        String id,
        String serial,
        String model,
        Job job,
        String technician,
        String phase,
        boolean typed,
        String room,
        Optional<String> manifold,
        String asksFor,
        int step,
        String sentence,
        Optional<NextAction.Countdown> countdown,
        long runTime,
        double timeScale,
        boolean gasOn,
        Optional<GasWatch> gas,
        Optional<LinkView> link,
        Optional<String> cylinder,
        int turn,
        String urgency,
        boolean wanted,
        String why,
        Optional<String> meanwhile,
        List<String> together,
        List<LaneSensor> sensors,
        Strip strip) {

    /**
     * @param reading the last one; empty before there is one
     * @param progress how far it has got in this stage, as a word
     */
    record LaneSensor(
            int slot,
            String formula,
            String unit,
            double resolution,
            Optional<Double> reading,
            SensorProgress progress,
            Verdict verdict) {}
}
