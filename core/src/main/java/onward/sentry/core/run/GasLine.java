package onward.sentry.core.run;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalLong;
import java.util.TreeMap;
import onward.sentry.core.cylinder.LabelLine;

/** Which cylinder was chosen, whether its valve is open and since when; a part of the fold of a run. */
final class GasLine {

    private Optional<RunEvent.CylinderChosen> chosen = Optional.empty();
    private OptionalLong exposedSince = OptionalLong.empty();
    private Optional<RunEvent.CylinderChosen> flowing = Optional.empty();
    private long flowingSince;
    private long applicationSince;
    private int applicationStep;
    private final List<LabelLine> flowingLabel = new ArrayList<>();
    private OptionalLong closedAt = OptionalLong.empty();
    private boolean sinceClear;
    private boolean seen;
    private final Map<Integer, Long> openings = new TreeMap<>();

    void choose(RunEvent.CylinderChosen cylinder) {
        chosen = Optional.of(cylinder);
    }

    /** @param step the application that its gas exposes sensors for */
    void open(int step, long at, boolean seenInReadings) {
        seen = seenInReadings;
        exposedSince = OptionalLong.of(at);
        applicationSince = at;
        applicationStep = step;
        if (flowing.isEmpty()) {
            flowingSince = at;
            flowingLabel.clear();
        }
        flowing = chosen;
        chosen.stream().flatMap(c -> c.label().stream()).forEach(this::alsoMeets);
        sinceClear = true;
        openings.putIfAbsent(step, at);
    }

    private void alsoMeets(LabelLine line) {
        if (flowingLabel.stream().noneMatch(known -> known.slot() == line.slot())) {
            flowingLabel.add(line);
        }
    }

    void close(long at) {
        closedAt = OptionalLong.of(at);
        flowing = Optional.empty();
        exposedSince = OptionalLong.empty();
    }

    /** The exposure does not count: the cylinder is still chosen, or not any more, and gas is turned on again. */
    void interrupt(boolean cylinderStays) {
        exposedSince = OptionalLong.empty();
        if (!cylinderStays) {
            chosen = Optional.empty();
        }
    }

    void cleared() {
        sinceClear = false;
    }

    /** Another step, or another try at it: a cylinder is chosen again. The valve stays as it is. */
    void nextStep() {
        chosen = Optional.empty();
        exposedSince = OptionalLong.empty();
    }

    Optional<RunEvent.CylinderChosen> chosen() {
        return chosen;
    }

    OptionalLong exposedSince() {
        return exposedSince;
    }

    Optional<RunEvent.CylinderChosen> flowing() {
        return flowing;
    }

    /** Since when the latest application has exposed its sensors, also after it was decided. */
    long applicationSince() {
        return applicationSince;
    }

    /** Position of the application for which gas came on last. */
    int applicationStep() {
        return applicationStep;
    }

    long flowingSince() {
        return flowingSince;
    }

    List<LabelLine> flowingLabel() {
        return List.copyOf(flowingLabel);
    }

    OptionalLong closedAt() {
        return closedAt;
    }

    boolean sinceClear() {
        return sinceClear;
    }

    boolean seen() {
        return seen;
    }

    Map<Integer, Long> openings() {
        return Map.copyOf(openings);
    }
}
