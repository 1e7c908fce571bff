package onward.sentry.server.gas;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.cylinder.UseStatus;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.gas.Unit;
import onward.sentry.core.units.PressureUnit;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class CylinderController {

    private final Shelf shelf;
    private final SitePolicies policies;
    private final Site site;
    private final IdempotentRequests once;
    private final People people;

    CylinderController(Shelf shelf, SitePolicies policies, Site site, IdempotentRequests once, People people) {
        this.shelf = shelf;
        this.policies = policies;
        this.site = site;
        this.once = once;
        this.people = people;
    }

    /** @param statesTwo the certificate says that its uncertainty is expanded with k = 2; left out: it says nothing */
    record NewComponent(
            @NotBlank String gas,
            double amount,
            @NotNull Unit unit,
            double uncertaintyPercent,
            Optional<Boolean> statesTwo) {}

    record NewCylinder(
            @NotBlank String tag,
            @NotBlank String certificateNumber,
            @NotBlank String lot,
            @NotBlank String balance,
            @NotNull LocalDate madeOn,
            @NotNull LocalDate useBefore,
            double volumeLitres,
            double fullBar,
            double gaugeBar,
            @NotEmpty @Valid List<NewComponent> components) {

        /** @param shown what a refusal is told in */
        Cylinder toCore(PressureUnit shown) {
            Cylinder.checkPressures(fullBar, gaugeBar, shown);
            return new Cylinder(
                    certificateNumber.strip(),
                    lot.strip(),
                    new Mixture(components.stream().map(NewCylinder::component).toList(), balance)
                            .checkedAgainstTheWhole(),
                    madeOn,
                    useBefore,
                    volumeLitres,
                    fullBar,
                    gaugeBar,
                    CylinderState.NEW);
        }

        private static Component component(NewComponent c) {
            var gas = GasLibrary.shipped().gas(c.gas());
            Refusal.unless(
                    c.amount() > 0,
                    "component-amount",
                    "components",
                    gas.name() + ": the concentration must be above 0, was " + Figures.upTo(c.amount(), 4) + ".",
                    "Take it from the certificate.");
            Refusal.unless(
                    c.uncertaintyPercent() >= 0 && c.uncertaintyPercent() < 50,
                    "component-uncertainty",
                    "components",
                    gas.name() + ": the uncertainty is 0 to below 50 %, was " + Figures.upTo(c.uncertaintyPercent(), 2)
                            + " %.",
                    "Give ±2 % as 2.");
            return new Component(
                    c.gas(),
                    Concentration.of(c.amount(), c.unit()),
                    c.uncertaintyPercent() / 100,
                    c.statesTwo().orElse(false));
        }
    }

    record ComponentView(String gas, String formula, String amount, String uncertainty) {}

    /**
     * @param gaugeBar what the gauge showed when somebody last looked
     * @param drawnLitres what runs have drawn since
     * @param regulator tag of the one that stays on it; empty where none does
     * @param status what it is good for today
     */
    record CylinderView(
            String id,
            String tag,
            String certificateNumber,
            String lot,
            String balance,
            List<ComponentView> components,
            LocalDate madeOn,
            LocalDate useBefore,
            long daysLeft,
            UseStatus status,
            double volumeLitres,
            double litresLeft,
            double gaugeBar,
            LocalDate gaugeReadOn,
            double drawnLitres,
            double fullBar,
            String regulator) {}

    record GasView(String id, String name, String formula) {
        static GasView of(Gas gas) {
            return new GasView(gas.id(), gas.name(), gas.formula());
        }
    }

    @GetMapping("/api/v1/gases")
    List<GasView> gases() {
        return GasLibrary.shipped().all().stream().map(GasView::of).toList();
    }

    @GetMapping("/api/v1/cylinders")
    List<CylinderView> cylinders() {
        return shelf.all().stream().map(this::view).toList();
    }

    @PostMapping("/api/v1/cylinders")
    @ResponseStatus(HttpStatus.CREATED)
    @Transactional
    public CylinderView register(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody NewCylinder body, Principal principal) {
        return once.execute(
                key,
                principal.getName(),
                CylinderView.class,
                () -> view(shelf.register(
                        body.tag(),
                        body.toCore(policies.units().pressure()),
                        people.displayName(principal.getName()))));
    }

    CylinderView view(Shelf.OnShelf onShelf) {
        var cylinder = onShelf.cylinder();
        long daysLeft = ChronoUnit.DAYS.between(site.today(), cylinder.useBefore());
        return new CylinderView(
                onShelf.id().toString(),
                onShelf.tag(),
                cylinder.certificateNumber(),
                cylinder.lot(),
                cylinder.mixture().balanceGasId(),
                cylinder.mixture().components().stream()
                        .map(c -> new ComponentView(
                                c.gasId(),
                                GasLibrary.shipped().gas(c.gasId()).formula(),
                                c.certified().toString(),
                                c.uncertainty()))
                        .toList(),
                cylinder.madeOn(),
                cylinder.useBefore(),
                daysLeft,
                UseStatus.of(cylinder, site.today(), policies.policy().warnBeforeExpiryDays()),
                cylinder.volumeLitres(),
                cylinder.litresLeft(),
                onShelf.lastGaugeBar(),
                LocalDate.ofInstant(onShelf.gaugeReadAt(), site.zone()),
                onShelf.drawnLitres(),
                cylinder.fullBar(),
                onShelf.regulator());
    }
}
