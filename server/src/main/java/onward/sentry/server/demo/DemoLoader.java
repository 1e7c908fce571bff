package onward.sentry.server.demo;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.stream.Collectors;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.SensorSpec;
import onward.sentry.core.maintenance.PartStock;
import onward.sentry.core.policy.Competence;
import onward.sentry.core.policy.SiteProfile;
import onward.sentry.core.schedule.CareKind;
import onward.sentry.core.sim.Health;
import onward.sentry.server.demo.DemoFleet.DemoDetector;
import onward.sentry.server.equipment.BenchEquipment;
import onward.sentry.server.fleet.Care;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.link.LinkTokens;
import onward.sentry.server.maintenance.PartStocks;
import onward.sentry.server.people.DemoPeople;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.SentrySettings;
import onward.sentry.server.platform.Site;
import onward.sentry.server.platform.SiteProfiles;
import onward.sentry.server.rules.ProcedureLibrary;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.support.TransactionTemplate;

/** Fills an empty store with the demo world, and gives the stand-ins their token. */
@Component
@Order(2)
@ConditionalOnProperty("sentry.demo")
class DemoLoader implements ApplicationRunner {

    private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);
    private static final String BY = "demo";
    private static final int BATTERY_DAYS_AGO = 28;
    private static final int COMPETENCE_DAYS = 120;
    private static final List<PartStock> PARTS = List.of(
            new PartStock("diffusion filter", 12, 5),
            new PartStock("inlet filter", 6, 4),
            new PartStock("lamp swab", 20, 10),
            new PartStock("sensor Quoin", 3, 4));
    private static final String GATEWAY = "demo stand-ins";

    private final People people;
    private final Fleet fleet;
    private final Care care;
    private final Shelf shelf;
    private final BenchEquipment equipment;
    private final DemoGauges gauges;
    private final ProcedureLibrary library;
    private final DemoHistory history;
    private final LinkTokens tokens;
    private final SiteProfiles profiles;
    private final PartStocks parts;
    private final Site site;
    private final SentrySettings settings;
    private final TransactionTemplate transaction;

    DemoLoader(
            People people,
            Fleet fleet,
            Care care,
            Shelf shelf,
            BenchEquipment equipment,
            DemoGauges gauges,
            ProcedureLibrary library,
            DemoHistory history,
            LinkTokens tokens,
            SiteProfiles profiles,
            PartStocks parts,
            Site site,
            SentrySettings settings,
            PlatformTransactionManager transactions) {
        this.people = people;
        this.fleet = fleet;
        this.care = care;
        this.shelf = shelf;
        this.equipment = equipment;
        this.gauges = gauges;
        this.library = library;
        this.history = history;
        this.tokens = tokens;
        this.profiles = profiles;
        this.parts = parts;
        this.site = site;
        this.settings = settings;
        this.transaction = new TransactionTemplate(transactions);
    }

    @Override
    public void run(ApplicationArguments args) throws IOException {
        if (people.nobodyYet()) {
            load();
        }
        if (!settings.linkTokenFile().isEmpty()) {
            tokens.revoke(GATEWAY);
            writePrivately(Path.of(settings.linkTokenFile()), tokens.issue(GATEWAY, fleet.inUse()));
        }
    }

    private void load() {
        long started = System.nanoTime();
        var cylinders = DemoShelf.cylinders(site.today());
        var detectors = DemoFleet.detectors();
        transaction.executeWithoutResult(status -> {
            profiles.change(new SiteProfile("Skerravoe Co-operative", "Ferry slip 2\nSkerravoe", site.zone()), BY);
            cylinders.forEach(c -> shelf.register(c.tag(), c.cylinder(), BY));
            detectors.forEach(this::register);
            DemoEquipment.load(equipment, site.today(), BY);
            PARTS.forEach(part -> parts.set(part, BY));
        });
        int runs = 0;
        var onShelf = cylinders.stream().collect(Collectors.toMap(DemoShelf.Tagged::tag, DemoShelf.Tagged::cylinder));
        for (var detector : detectors) {
            runs += history.work(detector, onShelf);
        }
        gauges.lookBack();
        detectors.stream()
                .filter(demo -> demo.model().equals("Hollin NO"))
                .forEach(demo -> care.done(
                        demo.serial(),
                        CareKind.BATTERY,
                        site.today()
                                .minusDays(BATTERY_DAYS_AGO
                                        + demo.serial().charAt(demo.serial().length() - 1) % 3),
                        "",
                        BY));
        transaction.executeWithoutResult(status -> DemoPeople.ALL.forEach(p -> {
            people.add(p.signInName(), p.displayName(), p.role(), DemoPeople.PASSWORD, BY);
            people.choosePin(p.signInName(), DemoPeople.PIN);
            p.competences()
                    .forEach(competence -> people.qualify(
                            p.signInName(),
                            new Competence(competence, Optional.of(site.today().plusDays(COMPETENCE_DAYS))),
                            BY));
        }));
        LOG.info(
                "Demo world loaded: {} detectors, {} cylinders, {} runs in {} s",
                detectors.size(),
                cylinders.size(),
                runs,
                Duration.ofNanos(System.nanoTime() - started).toSeconds());
    }

    private void register(DemoDetector demo) {
        var card = library.latestCard(demo.model());
        var fittedOn = site.today().minusMonths(demo.monthsFitted());
        fleet.register(
                demo.serial(),
                demo.assetTag(),
                demo.model(),
                demo.crew(),
                demo.location(),
                sensors(demo, card, fittedOn),
                BY);
    }

    private static List<Fleet.NewSensor> sensors(DemoDetector demo, ProcedureCard card, LocalDate fittedOn) {
        var number = demo.serial().substring(demo.serial().indexOf('-') + 1);
        return card.sensors().stream()
                .map(s -> fresh(
                        s.slot(), s.gas().formula() + (s.slot() > 1 && twice(card, s) ? "b-" : "-") + number, fittedOn))
                .toList();
    }

    private static Fleet.NewSensor fresh(int slot, String serial, LocalDate fittedOn) {
        double response = 100 * Health.of(serial, 0).response();
        return new Fleet.NewSensor(slot, serial, fittedOn, OptionalDouble.of(response));
    }

    /** Two slots of the model hold sensors for the same gas, so that their serials must differ. */
    private static boolean twice(ProcedureCard card, SensorSpec sensor) {
        return card.sensors().stream()
                        .filter(other -> other.gasId().equals(sensor.gasId()))
                        .count()
                > 1;
    }

    private static void writePrivately(Path file, String token) throws IOException {
        Files.deleteIfExists(file);
        Files.createFile(file, PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------")));
        Files.writeString(file, token);
    }
}
