package onward.sentry.server.plan;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.gas.GasLibrary;
import onward.sentry.core.run.GasDemands;
import onward.sentry.core.shelf.ShelfForecast;
import onward.sentry.core.shelf.Suitability;
import onward.sentry.core.shelf.Tagged;
import onward.sentry.core.working.Derivation;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Gas against the work to come: how long the shelf lasts, what to order by when, and what serves a detector. */
@RestController
class GasController {

    private static final int MOST_CYLINDERS = 5_000;

    private final GasAhead ahead;
    private final Fleet fleet;
    private final Shelf shelf;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final Site site;

    GasController(
            GasAhead ahead, Fleet fleet, Shelf shelf, ProcedureLibrary library, SitePolicies policies, Site site) {
        this.ahead = ahead;
        this.fleet = fleet;
        this.shelf = shelf;
        this.library = library;
        this.policies = policies;
        this.site = site;
    }

    record PartView(String formula, String amount) {}

    /** @param runsLeft how often it would serve that by itself */
    record ServesView(String what, int runsLeft, double plannedLitres) {}

    /**
     * A cylinder against time.
     *
     * @param state {@code in use} or why not
     * @param emptyOn first day on which planned work finds it at its reserve
     * @param lastDay out or expired, whichever comes first
     * @param bites why it is where it is in the list, in words
     * @param urgency {@code NOW} when it must not be used or ends within a week
     */
    record LastingView(
            String tag,
            String lot,
            List<PartView> parts,
            String balance,
            CylinderState state,
            double litresLeft,
            double volumeLitres,
            double plannedLitres,
            LocalDate useBefore,
            Optional<LocalDate> emptyOn,
            LocalDate lastDay,
            long daysLeft,
            String bites,
            CylinderAlert.Urgency urgency,
            List<ServesView> serves,
            Derivation working) {}

    record ShortageView(
            List<String> what, String order, LocalDate from, double litres, LocalDate orderBy, boolean late) {}

    /** @param until last day that was looked at */
    record ShelfAheadView(
            LocalDate today,
            LocalDate until,
            int leadDays,
            List<LastingView> cylinders,
            int aside,
            List<ShortageView> shortages) {}

    /** The shelf by what bites first; cylinders that are empty or returned are counted only. */
    @GetMapping("/api/v1/gas")
    ShelfAheadView gas(@RequestParam(defaultValue = "200") int most) {
        Refusal.unless(
                most >= 1 && most <= MOST_CYLINDERS,
                "most-cylinders",
                "most",
                "The list holds 1 to " + MOST_CYLINDERS + " cylinders, not " + most + ".",
                "Leave it out for the first 200.");
        var forecast = ahead.forecast();
        var onShelf = forecast.cylinders().stream()
                .filter(one -> isHere(one.tagged().cylinder().state()))
                .sorted(Comparator.comparing((ShelfForecast.Lasting one) -> !one.tagged()
                                .cylinder()
                                .isSpent(policies.policy().reserve()))
                        .thenComparing(ShelfForecast.Lasting::lastDay)
                        .thenComparing(one -> one.tagged().tag()))
                .toList();
        return new ShelfAheadView(
                site.today(),
                forecast.until(),
                policies.policy().lead().gasDays(),
                onShelf.stream().limit(most).map(this::view).toList(),
                forecast.cylinders().size() - onShelf.size(),
                shortages(forecast));
    }

    private static boolean isHere(CylinderState state) {
        return state != CylinderState.EMPTY && state != CylinderState.RETURNED;
    }

    private List<ShortageView> shortages(ShelfForecast forecast) {
        return forecast.shortages().stream()
                .map(s -> new ShortageView(
                        s.what(),
                        s.order().words(),
                        s.from(),
                        s.litres(),
                        s.orderBy(),
                        s.orderBy().isBefore(site.today())))
                .toList();
    }

    private LastingView view(ShelfForecast.Lasting one) {
        var cylinder = one.tagged().cylinder();
        long daysLeft = ChronoUnit.DAYS.between(site.today(), one.lastDay());
        var alert = CylinderAlert.of(
                one,
                site.today(),
                policies.policy().warnBeforeExpiryDays(),
                policies.policy().reserve());
        return new LastingView(
                one.tagged().tag(),
                cylinder.lot(),
                cylinder.mixture().components().stream()
                        .map(c -> new PartView(
                                GasLibrary.shipped().gas(c.gasId()).formula(),
                                c.certified().toString()))
                        .toList(),
                cylinder.mixture().balanceGasId(),
                cylinder.state(),
                cylinder.litresLeft(),
                cylinder.volumeLitres(),
                one.planned(),
                cylinder.useBefore(),
                one.emptyOn().filter(day -> !day.isAfter(cylinder.useBefore())),
                one.lastDay(),
                daysLeft,
                alert.words(),
                alert.urgency(),
                one.runsLeft().entrySet().stream()
                        .map(e -> new ServesView(
                                e.getKey(), e.getValue(), one.work().getOrDefault(e.getKey(), 0.0)))
                        .toList(),
                one.working());
    }

    /** What to order by when, for whoever orders. */
    @GetMapping(path = "/api/v1/gas/orders", produces = "text/csv")
    ResponseEntity<String> orders() {
        var lines = shortages(ahead.forecast()).stream()
                .map(s -> s.orderBy() + "," + s.from() + "," + Math.round(Math.ceil(s.litres())) + ","
                        + quoted(s.order()) + "," + quoted(String.join("; ", s.what())))
                .collect(Collectors.joining("\r\n", "order_by,needed_from,litres,mix,for\r\n", "\r\n"));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/csv;charset=UTF-8"))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("gas-orders-" + site.today() + ".csv")
                                .build()
                                .toString())
                .body(lines);
    }

    private static String quoted(String text) {
        return '"' + text.replace("\"", "\"\"") + '"';
    }

    /**
     * How a cylinder serves a job.
     *
     * @param serves positions of the applications, from 1
     * @param word fits, fits with a warning, refused
     */
    record AnswerView(
            String tag,
            Suitability.Word word,
            List<Integer> serves,
            double litresLeft,
            List<Refusal> refusals,
            List<Refusal> warnings) {}

    record ConnectionView(String tag, List<Integer> serves, String gas) {}

    /** @param applications what each of them is about, in words */
    record SuitabilityView(
            String serial,
            String model,
            Job job,
            List<String> applications,
            List<ConnectionView> connections,
            List<String> orders,
            List<AnswerView> answers) {}

    /** What on the shelf serves a job of a detector, by the check that the bench refuses by. */
    @GetMapping("/api/v1/detectors/{serial}/gas")
    @Transactional(readOnly = true)
    public SuitabilityView suitability(
            @PathVariable String serial, @RequestParam(defaultValue = "CALIBRATION") Job job) {
        var detector = fleet.bySerial(serial);
        var demands = GasDemands.of(library.latestCard(detector.model()), job, policies.policy(), site.today());
        var suitability = Suitability.of(
                demands,
                shelf.all().stream()
                        .filter(one -> isHere(one.cylinder().state()))
                        .map(one -> new Tagged(one.tag(), one.cylinder()))
                        .toList());
        var gases = demands.stream().map(TodayController::words).toList();
        return new SuitabilityView(
                detector.serial(),
                detector.model(),
                job,
                gases,
                suitability.connections().stream()
                        .map(c -> new ConnectionView(c.tagged().tag(), fromOne(c.serves()), words(c, gases)))
                        .toList(),
                suitability.orders().stream().map(order -> order.words()).toList(),
                suitability.answers().stream()
                        .map(a -> new AnswerView(
                                a.tagged().tag(),
                                a.word(),
                                fromOne(a.serves()),
                                a.tagged().cylinder().litresLeft(),
                                a.fitness().refusals(),
                                a.fitness().warnings()))
                        .toList());
    }

    private static String words(Suitability.Connection connection, List<String> gases) {
        return connection.serves().stream().map(gases::get).distinct().collect(Collectors.joining(", then "));
    }

    private static List<Integer> fromOne(List<Integer> positions) {
        return positions.stream().map(position -> position + 1).toList();
    }
}
