package onward.sentry.core.suspect;

import java.util.List;
import java.util.Optional;
import onward.sentry.core.rig.Intake;
import onward.sentry.core.rig.Rig;

/**
 * What a failed application of gas looks like.
 *
 * @param sensors that met the gas
 * @param shelfLifeLeft of the cylinder on that day, as a fraction; below 0 when it had expired
 * @param gauge pressure in the cylinder before the run, as a share of the full one
 * @param charcoal the card has a charcoal filter put on before
 * @param exposedSeconds how long the gas was on
 * @param tried what was tried before in this run, and whether anything moved by it
 */
public record Evidence(
        List<SensorEvidence> sensors,
        double shelfLifeLeft,
        double gauge,
        Rig rig,
        Intake intake,
        boolean charcoal,
        double exposedSeconds,
        List<Tried> tried) {

    /** Something that was tried. @param moved a reading came to rest at least 3 % of the way from where it was before */
    public record Tried(NextTry what, boolean moved) {}

    public Evidence {
        sensors = List.copyOf(sensors);
        tried = List.copyOf(tried);
    }

    Optional<SensorEvidence> oxygen() {
        return sensors.stream().filter(s -> s.sensor().isOxygen()).findFirst();
    }

    /** All but oxygen. */
    List<SensorEvidence> gases() {
        return sensors.stream().filter(s -> !s.sensor().isOxygen()).toList();
    }
}
