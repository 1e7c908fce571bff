package onward.sentry.server.gas;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Conversion;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What a new cylinder is probably like: the last one of each mix, or the gases that a model is set with. */
@RestController
class CylinderTemplateController {

    private final Shelf shelf;
    private final ProcedureLibrary library;

    CylinderTemplateController(Shelf shelf, ProcedureLibrary library) {
        this.shelf = shelf;
        this.library = library;
    }

    /** @param amount empty: the certificate says it */
    record TemplateComponent(
            String gas, Optional<Double> amount, Unit unit, double uncertaintyPercent, boolean statesTwo) {}

    /**
     * @param tag of the cylinder that it copies; empty: it is made from a model's card
     * @param model whose gases it holds; empty: it copies a cylinder
     * @param volumeLitres of gas when full; empty: not known
     */
    record CylinderTemplate(
            String tag,
            String model,
            String balance,
            Optional<Double> volumeLitres,
            Optional<Double> fullBar,
            List<TemplateComponent> components) {}

    /** The newest cylinder of each mix first, then the models. */
    @GetMapping("/api/v1/cylinder-templates")
    @Transactional(readOnly = true)
    public List<CylinderTemplate> templates() {
        var all = new ArrayList<CylinderTemplate>();
        var newest = new LinkedHashMap<Mixture, CylinderTemplate>();
        shelf.all().stream()
                .sorted(Comparator.comparing(
                                (Shelf.OnShelf one) -> one.cylinder().madeOn())
                        .reversed())
                .forEach(one -> newest.putIfAbsent(one.cylinder().mixture(), copy(one.tag(), one.cylinder())));
        all.addAll(newest.values());
        library.latestCards().forEach(card -> all.add(of(card)));
        return all;
    }

    private static CylinderTemplate copy(String tag, Cylinder cylinder) {
        return new CylinderTemplate(
                tag,
                "",
                cylinder.mixture().balanceGasId(),
                Optional.of(cylinder.volumeLitres()),
                Optional.of(cylinder.fullBar()),
                cylinder.mixture().components().stream()
                        .map(part -> new TemplateComponent(
                                part.gasId(),
                                Optional.of(part.certified().value()),
                                part.certified().unit(),
                                Math.round(10_000 * part.relativeUncertainty()) / 100.0,
                                part.statesTwo()))
                        .toList());
    }

    private static CylinderTemplate of(ProcedureCard card) {
        return new CylinderTemplate(
                "",
                card.model(),
                "nitrogen",
                Optional.empty(),
                Optional.empty(),
                card.sensors().stream().map(sensor -> component(card, sensor)).toList());
    }

    /** At the span set point, in a unit that certificates use. Oxygen is set in air: what a mix holds of it is its own. */
    private static TemplateComponent component(ProcedureCard card, SensorSpec sensor) {
        var unit = sensor.unit() == Unit.PERCENT_LEL || sensor.unit() == Unit.VOL_PERCENT ? Unit.VOL_PERCENT : Unit.PPM;
        if (sensor.gas().isOxygen()) {
            return new TemplateComponent(sensor.gasId(), Optional.empty(), Unit.VOL_PERCENT, 2, false);
        }
        if (sensor.simulantFor().isPresent()) {
            return new TemplateComponent(sensor.gasId(), Optional.empty(), unit, 2, false);
        }
        double amount = Conversion.of(sensor.gas(), card.lelBasis())
                .convert(Concentration.of(sensor.spanSetPoint(), sensor.unit()), unit)
                .value();
        return new TemplateComponent(
                sensor.gasId(), Optional.of(Math.round(amount * 10_000) / 10_000.0), unit, 2, false);
    }
}
