package onward.sentry.server.rules;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Step;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.Pressure;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.working.Figures;

/** What a technician would meet otherwise with another site policy, in words. */
final class PolicyEffect {

    private PolicyEffect() {}

    static List<String> of(ProcedureCard before, ProcedureCard after, SitePolicy now, SitePolicy then) {
        var changes = new ArrayList<String>();
        if (!titles(before).equals(titles(after))) {
            changes.add("Steps: " + titles(after) + " (now " + titles(before) + ")");
        } else if (!before.calibration().equals(after.calibration())) {
            changes.add("The same steps; readings are taken or the zero's air is had in another way");
        }
        if (!before.sensors().equals(after.sensors())) {
            changes.add("Combustible sensors are set on "
                    + after.sensors().stream()
                            .filter(sensor -> !before.sensors().contains(sensor))
                            .map(sensor -> sensor.gas().nameInSentence())
                            .distinct()
                            .collect(Collectors.joining(", ")));
        }
        if (!before.interval().equals(after.interval())) {
            changes.add("Due dates move");
        }
        if (before.triesOfSpan().most() != after.triesOfSpan().most()) {
            changes.add(after.triesOfSpan().most() + " tries instead of "
                    + before.triesOfSpan().most());
        }
        if (now.tolerancePercent() != then.tolerancePercent()
                && then.tolerancePercent() < before.tolerancePercent().orElse(100)) {
            changes.add("Checks are held to ±" + (int) then.tolerancePercent() + " % instead of ±"
                    + (int) now.tolerancePercent() + " %");
        }
        if (!before.grading(now).equals(before.grading(then))) {
            changes.add("Span responses are graded by another school");
        }
        if (now.schools().guardBand() != then.schools().guardBand()) {
            changes.add(
                    then.schools().guardBand()
                            ? "The uncertainty is taken off the tolerance"
                            : "The uncertainty is no longer taken off the tolerance");
        }
        if (now.schools().reference() != then.schools().reference()) {
            changes.add("Expected readings and set points move to the other side of the certificate");
        }
        var moved = before.sensors().stream()
                .flatMap(sensor -> Stream.concat(Stream.of(sensor.gasId()), sensor.simulantFor().stream()))
                .distinct()
                .filter(gas -> !now.gases().gas(gas).equals(then.gases().gas(gas)))
                .map(gas -> GasLibrary.shipped().gas(gas).nameInSentence())
                .toList();
        if (!moved.isEmpty()) {
            changes.add("Expected readings may move with the site's figures of " + String.join(", ", moved));
        }
        if (now.altitudeMetres() != then.altitudeMetres()
                && before.sensors().stream().anyMatch(SensorSpec::partialPressure)) {
            changes.add("Expected readings move with the pressure: " + kilopascals(then) + " instead of "
                    + kilopascals(now));
        }
        return changes;
    }

    private static String kilopascals(SitePolicy policy) {
        return Figures.upTo(Pressure.at(policy.altitudeMetres()), 3) + " kPa";
    }

    private static String titles(ProcedureCard card) {
        return card.calibration().stream().map(Step::title).collect(Collectors.joining(" → "));
    }
}
