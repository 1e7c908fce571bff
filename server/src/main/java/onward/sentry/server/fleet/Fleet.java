package onward.sentry.server.fleet;

import java.time.Instant;
import java.time.LocalDate;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.DetectorDetails;
import onward.sentry.core.detector.Serial;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.run.RunEvent.RunSigned;
import onward.sentry.core.schedule.Cause;
import onward.sentry.core.schedule.Causes;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.schedule.HoldRelease;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.schedule.TriggerCause;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.ProcedureLibrary;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The detectors of the site. */
@Service
public class Fleet {

    /**
     * A sensor to be fitted.
     *
     * @param fittingResponse raw response recorded when it was new, %; empty: unknown
     */
    public record NewSensor(int slot, String serial, LocalDate fittedOn, OptionalDouble fittingResponse) {
        public NewSensor(int slot, String serial, LocalDate fittedOn) {
            this(slot, serial, fittedOn, OptionalDouble.empty());
        }
    }

    /**
     * A sensor that is fitted now.
     *
     * @param fittedKnown false: {@code fittedOn} is the day on which the detector came on record
     */
    public record Fitted(
            UUID id,
            int slot,
            String serial,
            LocalDate fittedOn,
            boolean fittedKnown,
            Optional<Verdict> lastVerdict,
            SensitivityHistory chain) {}

    /** What other capabilities need to know of a detector. */
    public record RegisteredDetector(
            UUID id,
            String serial,
            String assetTag,
            String model,
            String crew,
            String location,
            DetectorState state,
            boolean usable,
            String reason,
            LocalDate dueOn,
            Optional<LocalDate> lastRunOn,
            Optional<String> lastStrip,
            OptionalDouble tolerancePercent,
            Optional<IntervalRule> ownInterval,
            List<Fitted> sensors) {}

    private final DetectorRepository detectors;
    private final HoldRepository holds;
    private final DueCauseRepository triggers;
    private final StateKeeper states;
    private final DetectorLocks locks;
    private final ProcedureLibrary library;
    private final Ledger ledger;
    private final Site site;
    private final JsonMapper json;

    Fleet(
            DetectorRepository detectors,
            HoldRepository holds,
            DueCauseRepository triggers,
            StateKeeper states,
            DetectorLocks locks,
            ProcedureLibrary library,
            Ledger ledger,
            Site site,
            JsonMapper json) {
        this.detectors = detectors;
        this.holds = holds;
        this.triggers = triggers;
        this.states = states;
        this.locks = locks;
        this.library = library;
        this.ledger = ledger;
        this.site = site;
        this.json = json;
    }

    /** Every detector that is not retired. */
    @Transactional(readOnly = true)
    public List<UUID> inUse() {
        return detectors.findInUse();
    }

    @Transactional(readOnly = true)
    public RegisteredDetector bySerial(String serial) {
        return known(entity(serial));
    }

    @Transactional(readOnly = true)
    public RegisteredDetector byId(UUID id) {
        return known(detectors.findById(id).orElseThrow());
    }

    /** Those of which one word is true today, by serial. */
    @Transactional(readOnly = true)
    public List<RegisteredDetector> inState(DetectorState word) {
        return detectors.findByStateWordOrStateValidThroughBeforeOrderBySerial(word, site.today()).stream()
                .map(this::known)
                .filter(known -> known.state() == word)
                .toList();
    }

    /** Slots of the sensors that wait for a bump; of all of them where none does. */
    @Transactional(readOnly = true)
    public List<Integer> slotsToBump(UUID detectorId) {
        return states.slotsToBump(detectors.findById(detectorId).orElseThrow());
    }

    /** The same of many, with one question to the database. */
    @Transactional(readOnly = true)
    public Map<UUID, List<Integer>> slotsToBump(Collection<UUID> ids) {
        return detectors.findByIdIn(ids).stream().collect(Collectors.toMap(DetectorEntity::id, states::slotsToBump));
    }

    /** Those of these serials that there are. */
    @Transactional(readOnly = true)
    public List<RegisteredDetector> bySerials(Collection<String> serials) {
        return detectors.findBySerialIn(List.copyOf(serials)).stream()
                .map(this::known)
                .toList();
    }

    /** Many at once, with one question to the database however many they are. */
    @Transactional(readOnly = true)
    public List<RegisteredDetector> byIds(Collection<UUID> ids) {
        return detectors.findByIdIn(ids).stream().map(this::known).toList();
    }

    @Transactional
    public RegisteredDetector register(
            String serial,
            String assetTag,
            String model,
            String crew,
            String location,
            List<NewSensor> sensors,
            String by) {
        var card = library.latestCard(model);
        var number = Serial.of(serial);
        Refusal.unless(
                !detectors.existsBySerialIgnoreCase(number),
                "serial-taken",
                "serial",
                "Detector " + number + " is on record already.",
                "Open it instead, or compare the serial.");
        var details = new DetectorDetails(assetTag, crew, location, "").checked();
        var slots = new HashSet<Integer>();
        for (var sensor : sensors) {
            Refusal.unless(
                    card.findSensor(sensor.slot()).isPresent() && slots.add(sensor.slot()),
                    "sensor-slot",
                    "sensors",
                    "Slot " + sensor.slot() + " is listed twice, or a " + model + " does not have it.",
                    "Give one sensor for each slot of the card.");
            checkSensor(sensor);
        }
        Refusal.unless(
                slots.size() == card.sensors().size(),
                "sensor-missing",
                "sensors",
                "A " + model + " holds " + card.sensors().size() + " sensors; " + slots.size() + " were given.",
                "Give one sensor for each slot.");
        var detector = new DetectorEntity(
                UUID.randomUUID(), number, details.assetTag(), model, details.crew(), details.location(), site.today());
        sensors.forEach(s -> detector.fit(fresh(detector, s)));
        states.renew(detector);
        detectors.save(detector);
        ledger.append(LedgerKind.DETECTOR_REGISTERED, by, Map.of("serial", number, "model", model));
        return known(detector);
    }

    static SensorEntity fresh(DetectorEntity detector, NewSensor sensor) {
        return new SensorEntity(
                        UUID.randomUUID(),
                        detector,
                        sensor.slot(),
                        sensor.serial().strip(),
                        sensor.fittedOn())
                .respondingWith(sensor.fittingResponse().orElse(SensitivityHistory.NEW.fittingResponse()));
    }

    void checkSensor(NewSensor sensor) {
        Refusal.unless(
                sensor.fittingResponse().isEmpty()
                        || sensor.fittingResponse().getAsDouble() >= 20
                                && sensor.fittingResponse().getAsDouble() <= 300,
                "sensor-response",
                "fittingResponse",
                "Slot " + sensor.slot() + ": a new sensor responds with 20 to 300 %.",
                "Leave it out when nothing was recorded: 100 % is taken then.");
        Refusal.unless(
                !sensor.serial().isBlank(),
                "sensor-serial",
                "serial",
                "Slot " + sensor.slot() + ": the sensor's serial is missing.",
                "Read it from the sensor or its box.");
        Refusal.unless(
                !sensor.fittedOn().isAfter(site.today()),
                "sensor-date",
                "fittedOn",
                "Slot " + sensor.slot() + ": fitted on " + Figures.day(sensor.fittedOn()) + ", which is still to come.",
                "Give today or an earlier day.");
    }

    @Transactional
    public RegisteredDetector release(String serial, String remark, String by) {
        var detector = entity(serial);
        lock(List.of(detector.id()));
        var open = holds.findByDetectorIdAndReleasedAtIsNullOrderByPlacedAt(detector.id());
        Refusal.unless(!open.isEmpty(), "not-on-hold", "", serial + " is not on hold.", "There is nothing to release.");
        var card = library.latestCard(detector.model());
        HoldRelease.check(
                detector.fitted().stream()
                        .filter(s ->
                                s.lastVerdict().filter(v -> v == Verdict.FAIL).isPresent())
                        .map(s -> card.sensor(s.slot()).gas().name() + " sensor " + s.serial())
                        .toList(),
                remark);
        open.forEach(hold -> hold.release(site.now(), by, remark.strip()));
        holds.flush();
        states.renew(detector);
        ledger.append(LedgerKind.HOLD_RELEASED, by, Map.of("detector", detector.serial(), "remark", remark.strip()));
        return known(detector);
    }

    /**
     * What a signed run means for the detector: sensors renewed, a hold when one failed, a due date, a strip.
     *
     * @param standsForBump each sensor that was found good has had its bump by it, if the detector ended well
     */
    @Transactional
    public void signed(
            UUID detectorId, UUID runId, Job job, RunSigned signed, boolean standsForBump, String strip, Instant at) {
        lock(List.of(detectorId));
        var detector = detectors.findById(detectorId).orElseThrow();
        var bySlot = detector.fitted().stream().collect(Collectors.toMap(SensorEntity::slot, s -> s));
        for (var result : signed.results()) {
            var sensor = bySlot.get(result.slot());
            if (job == Job.CALIBRATION) {
                sensor.judged(result.verdict());
            }
            result.renewedOn().ifPresent(on -> sensor.renewed(on, result.statedDue()));
            result.sensitivity().ifPresent(sensor::setTo);
            if (standsForBump && signed.verdict().good() && result.verdict().good()) {
                sensor.bumpedWell(signed.on());
            }
            if (job == Job.CALIBRATION
                    && signed.verdict().good()
                    && !result.verdict().good()) {
                sensor.disable();
            }
        }
        detector.worked(signed.on(), signed.verdict(), strip);
        boolean whole = signed.results().size() == bySlot.size();
        if (job == Job.CALIBRATION && signed.verdict().good() && whole) {
            triggers.findByDetectorIdAndSettledOnIsNull(detectorId).stream()
                    .filter(open -> open.toCore().isSettledBy(signed.on()))
                    .forEach(open -> open.settle(signed.on()));
        }
        // A sensor that was skipped was not judged: its bump has not failed, it is still to be done.
        if (job == Job.BUMP && signed.verdict() == Verdict.FAIL) {
            add(detectorId, new Cause(Cause.Kind.BUMP_FAILED, runId.toString(), signed.on(), "bump failed"));
        }
        if (job == Job.CALIBRATION && !signed.verdict().good()) {
            hold(detector, runId, signed, at);
        }
        triggers.flush();
        states.renew(detector);
    }

    /** How many detectors that are not out of use fall due next on each day, by model. */
    @Transactional(readOnly = true)
    public Map<String, Map<LocalDate, Integer>> dueInUse() {
        var byModel = new TreeMap<String, Map<LocalDate, Integer>>();
        detectors
                .countByModelAndDueOn(DetectorState.WITHDRAWN)
                .forEach(row -> byModel.computeIfAbsent(row.model(), model -> new TreeMap<>())
                        .put(row.dueOn(), (int) row.detectors()));
        return byModel;
    }

    /**
     * Holds detectors for this transaction, in the one order in which everybody takes them: after cylinders, before what
     * makes them due or holds them, and before the ledger.
     */
    @Transactional
    public void lock(Collection<UUID> ids) {
        if (!ids.isEmpty()) {
            locks.hold(ids);
        }
    }

    /** Something has made a detector due at once, beside whatever else has; the same event a second time changes nothing. */
    @Transactional
    public void makeDue(UUID detectorId, Cause cause) {
        lock(List.of(detectorId));
        add(detectorId, cause);
        triggers.flush();
        states.renew(detectors.findById(detectorId).orElseThrow());
    }

    private void add(UUID detectorId, Cause cause) {
        var open = Causes.of(triggers.findByDetectorIdAndSettledOnIsNull(detectorId).stream()
                .map(DueCauseEntity::toCore)
                .toList());
        if (open.plus(cause) != open) {
            triggers.save(new DueCauseEntity(UUID.randomUUID(), detectorId, cause));
        }
    }

    /** Somebody has seen something happen to a detector; it counts beside whatever has made it due before. */
    @Transactional
    public RegisteredDetector seen(String serial, TriggerCause cause, String remark, String by) {
        var detector = entity(serial);
        var seen = cause.on(site.today(), remark);
        makeDue(detector.id(), seen);
        ledger.append(LedgerKind.MADE_DUE, by, Map.of("detector", detector.serial(), "cause", seen.words()));
        return known(detector);
    }

    /**
     * What had made detectors due turned out not to be so: this event no longer does. What else makes them due stays, and
     * those that were calibrated since stay as they are.
     */
    @Transactional
    public void lift(Cause.Kind kind, String source) {
        var lifted = triggers.findByKindAndSourceAndSettledOnIsNull(kind, source);
        lock(lifted.stream().map(DueCauseEntity::detectorId).toList());
        lifted.forEach(open -> open.settle(site.today()));
        triggers.flush();
        lifted.stream()
                .map(open -> detectors.findById(open.detectorId()).orElseThrow())
                .sorted(Comparator.comparing(DetectorEntity::serial))
                .forEach(states::renew);
    }

    private void hold(DetectorEntity detector, UUID runId, RunSigned signed, Instant at) {
        var card = library.latestCard(detector.model());
        var reason = named(signed, card, Verdict.FAIL)
                .map(names -> names + " failed calibration on " + Figures.day(signed.on()) + ".")
                .or(() -> signed.remark().filter(remark -> signed.verdict() == Verdict.FAIL))
                .orElseGet(() -> named(signed, card, Verdict.NOT_JUDGED).orElse("A sensor") + " not judged on "
                        + Figures.day(signed.on()) + ".");
        holds.saveAndFlush(new HoldEntity(UUID.randomUUID(), detector.id(), reason, runId, at, signed.by()));
        ledger.append(LedgerKind.HOLD_PLACED, signed.by(), Map.of("detector", detector.serial(), "reason", reason), at);
    }

    private static Optional<String> named(RunSigned signed, ProcedureCard card, Verdict verdict) {
        var names = signed.results().stream()
                .filter(r -> r.verdict() == verdict)
                .map(r -> card.sensor(r.slot()).gas().name())
                .distinct()
                .collect(Collectors.joining(", "));
        return names.isEmpty() ? Optional.empty() : Optional.of(names);
    }

    DetectorEntity entity(String serial) {
        return detectors
                .findBySerialIgnoreCase(serial.strip())
                .orElseThrow(() -> new NotFound("Detector " + serial.strip()));
    }

    List<HoldEntity> holdsOf(DetectorEntity detector) {
        return holds.findByDetectorIdOrderByPlacedAtDesc(detector.id());
    }

    DetectorEntity entity(UUID id) {
        return detectors.findById(id).orElseThrow();
    }

    RegisteredDetector known(DetectorEntity d) {
        var state = states.today(d);
        return new RegisteredDetector(
                d.id(),
                d.serial(),
                d.assetTag(),
                d.model(),
                d.crew(),
                d.location(),
                state.word(),
                state.usable(),
                state.reason(),
                state.due().date(),
                d.lastRunOn(),
                d.lastStrip(),
                d.tolerancePercent(),
                d.ownInterval().map(own -> json.readValue(own, IntervalRule.class)),
                d.fitted().stream()
                        .map(s -> new Fitted(
                                s.id(),
                                s.slot(),
                                s.serial(),
                                s.fittedOn(),
                                s.fittedKnown(),
                                s.lastVerdict(),
                                s.chain()))
                        .toList());
    }
}
