package onward.sentry.core.run;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import onward.sentry.core.card.Job;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.trace.Reading;

/** First-order sensors on a bench of our own: what they meet is set by the test, what they show goes into the run. */
public final class FakeInstrument {

    private final LiveRun run;
    private final Map<Integer, Double> response;
    private final Map<Integer, Double> values = new TreeMap<>();
    private final Map<Integer, Double> meets = new TreeMap<>();
    private final List<Reading> sent = new ArrayList<>();
    private long now;

    public FakeInstrument(LiveRun run, Map<Integer, Double> response) {
        this.run = run;
        this.response = response;
        run.state().card().sensors().forEach(s -> values.put(s.slot(), s.cleanAirReading()));
        meets.putAll(values);
    }

    /** A calibration over the link, worked until gas has been on for so many seconds. */
    public static FakeInstrument onGas(Map<Integer, Double> response, int seconds) {
        var run = LiveRun.start(
                Fixtures.quoin4(), SitePolicy.SHIPPED, Fixtures.started(Job.CALIBRATION, ReadingSource.LINK));
        var instrument = new FakeInstrument(run, response);
        run.carryOut(new RunCommand.ConfirmChecks(0), 0, "Una");
        instrument.runFor(31);
        run.carryOut(new RunCommand.StartZero(2), instrument.now(), "Una");
        instrument.runFor(40);
        run.carryOut(
                new RunCommand.ChooseCylinder(3, "HM-01", Fixtures.houseMix(), Fixtures.TODAY, List.of()),
                instrument.now(),
                "Una");
        instrument.gas();
        instrument.runFor(seconds);
        return instrument;
    }

    public LiveRun run() {
        return run;
    }

    public void air() {
        run.state().card().sensors().forEach(s -> meets.put(s.slot(), s.cleanAirReading()));
    }

    public void gas() {
        run.state()
                .card()
                .sensors()
                .forEach(s -> run.state()
                        .expectedOnGas(s.slot())
                        .ifPresent(expected -> meets.put(s.slot(), expected * response.getOrDefault(s.slot(), 1.0))));
    }

    public void meets(int slot, double value) {
        meets.put(slot, value);
    }

    public long now() {
        return now;
    }

    /** Runs on at 4 Hz and returns what the readings brought about. */
    public List<RunEvent> runFor(int seconds) {
        var events = new ArrayList<RunEvent>();
        for (int i = 0; i < seconds * 4; i++) {
            now += 250;
            for (var sensor : run.state().card().sensors()) {
                double value = values.get(sensor.slot());
                double towards = meets.get(sensor.slot());
                values.put(
                        sensor.slot(),
                        value + (towards - value) * (1 - Math.exp(-0.25 / sensor.timeConstantSeconds())));
            }
            var reading = new Reading(now, shown());
            sent.add(reading);
            events.addAll(run.observe(reading));
        }
        return events;
    }

    private Map<Integer, Double> shown() {
        var shown = new TreeMap<Integer, Double>();
        run.state()
                .card()
                .sensors()
                .forEach(s -> shown.put(s.slot(), Math.round(values.get(s.slot()) / s.resolution()) * s.resolution()));
        return shown;
    }

    /** Everything that it has shown so far, as it came over the link. */
    public List<Reading> readings() {
        return List.copyOf(sent);
    }
}
