package onward.sentry.server.fleet;

import jakarta.persistence.CascadeType;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.Id;
import jakarta.persistence.OneToMany;
import jakarta.persistence.OrderBy;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.detector.DetectorDetails;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.schedule.Away;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.core.schedule.DueDate;
import onward.sentry.core.schedule.LastBump;
import onward.sentry.core.schedule.Lending;
import onward.sentry.core.schedule.StateToday;
import onward.sentry.core.working.Derivation;

@Entity
@Table(name = "detector")
class DetectorEntity {

    /** Stands for "until something happens". */
    static final LocalDate OPEN_END = LocalDate.of(9999, 12, 31);

    @Id
    private UUID id;

    private String serial;
    private String assetTag;
    private String model;
    private String crew;
    private String location;
    private LocalDate receivedOn;
    private LocalDate retiredOn;

    @Enumerated(EnumType.STRING)
    private DetectorState stateWord;

    private boolean usable;

    private String stateReason;
    private LocalDate stateValidThrough;
    private LocalDate dueOn;
    private String dueWorking;
    private String lastStrip;
    private Double tolerancePercent;
    private String ownInterval;

    @Enumerated(EnumType.STRING)
    private Away.Reason awayReason;

    private LocalDate awaySince;
    private String awayRemark = "";
    private String notes = "";
    private String lentTo;
    private LocalDate lentOn;
    private LocalDate backBy;

    @Enumerated(EnumType.STRING)
    private Verdict lastVerdict;

    private LocalDate lastRunOn;

    @Version
    private long version;

    @OneToMany(mappedBy = "detector", cascade = CascadeType.ALL)
    @OrderBy("slot, fittedOn")
    private List<SensorEntity> sensors = new ArrayList<>();

    protected DetectorEntity() {}

    DetectorEntity(
            UUID id, String serial, String assetTag, String model, String crew, String location, LocalDate receivedOn) {
        this.id = id;
        this.serial = serial;
        this.assetTag = assetTag;
        this.model = model;
        this.crew = crew;
        this.location = location;
        this.receivedOn = receivedOn;
    }

    void retire(LocalDate on) {
        retiredOn = on;
    }

    void reinstate() {
        retiredOn = null;
    }

    /** @param away empty: it is here */
    void away(Optional<Away> away) {
        awayReason = away.map(Away::reason).orElse(null);
        awaySince = away.map(Away::since).orElse(null);
        awayRemark = away.map(Away::remark).orElse("");
    }

    Optional<Away> away() {
        return awayReason == null ? Optional.empty() : Optional.of(new Away(awayReason, awaySince, awayRemark));
    }

    void describe(DetectorDetails details) {
        assetTag = details.assetTag();
        crew = details.crew();
        location = details.location();
        notes = details.notes();
    }

    DetectorDetails details() {
        return new DetectorDetails(assetTag, crew, location, notes);
    }

    void fit(SensorEntity sensor) {
        sensors.add(sensor);
    }

    void stands(StateToday state, String workingJson) {
        stateWord = state.word();
        usable = state.usable();
        stateReason = state.reason();
        stateValidThrough = state.validThrough().isAfter(OPEN_END) ? OPEN_END : state.validThrough();
        dueOn = state.due().date();
        dueWorking = workingJson;
    }

    /** The state as it is stored. @param working of its due day, which is stored as text */
    StateToday state(Derivation working) {
        return new StateToday(stateWord, usable, stateReason, new DueDate(dueOn, working), stateValidThrough);
    }

    boolean stateHoldsOn(LocalDate day) {
        return !day.isAfter(stateValidThrough);
    }

    /** What stands in the columns of one that nobody has worked on, in the order in which {@link FleetBatch} names them. */
    Object[] freshRow() {
        return new Object[] {
            id,
            serial,
            assetTag,
            model,
            crew,
            location,
            receivedOn,
            stateWord.name(),
            usable,
            stateReason,
            stateValidThrough,
            dueOn,
            dueWorking
        };
    }

    void worked(LocalDate on, Verdict verdict, String strip) {
        lastRunOn = on;
        lastVerdict = verdict;
        lastStrip = strip;
    }

    void restore(DetectorSnapshot before) {
        lastRunOn = before.lastRunOn().orElse(null);
        lastVerdict = before.lastVerdict().orElse(null);
        lastStrip = before.lastStrip().orElse(null);
    }

    /** @param percent of its checks; empty: card and policy say */
    void holdTo(OptionalDouble percent) {
        tolerancePercent = percent.isPresent() ? percent.getAsDouble() : null;
    }

    /** @param rule as JSON; empty: its card says */
    void overrideInterval(Optional<String> rule) {
        ownInterval = rule.orElse(null);
    }

    void lend(Lending lending) {
        lentTo = lending.to();
        lentOn = lending.on();
        backBy = lending.backBy().orElse(null);
    }

    void takeBack() {
        lentTo = null;
        lentOn = null;
        backBy = null;
    }

    List<SensorEntity> fitted() {
        return sensors.stream().filter(SensorEntity::isFitted).toList();
    }

    List<SensorEntity> allSensors() {
        return List.copyOf(sensors);
    }

    UUID id() {
        return id;
    }

    String serial() {
        return serial;
    }

    String assetTag() {
        return assetTag;
    }

    String model() {
        return model;
    }

    String crew() {
        return crew;
    }

    String location() {
        return location;
    }

    boolean isRetired() {
        return retiredOn != null;
    }

    boolean usable() {
        return usable;
    }

    DetectorState stateWord() {
        return stateWord;
    }

    String stateReason() {
        return stateReason;
    }

    LocalDate dueOn() {
        return dueOn;
    }

    String dueWorking() {
        return dueWorking;
    }

    /** When each sensor that is asked for a bump and not disabled last answered to gas. */
    List<LastBump> lastBumps(ProcedureCard card) {
        return fitted().stream()
                .filter(sensor -> !sensor.disabled())
                .flatMap(sensor -> sensor.lastBump(card).stream())
                .toList();
    }

    Optional<String> lastStrip() {
        return Optional.ofNullable(lastStrip);
    }

    OptionalDouble tolerancePercent() {
        return tolerancePercent == null ? OptionalDouble.empty() : OptionalDouble.of(tolerancePercent);
    }

    Optional<String> ownInterval() {
        return Optional.ofNullable(ownInterval);
    }

    /** With whom it is; empty: it is here. */
    Optional<Lending> lending() {
        return lentTo == null
                ? Optional.empty()
                : Optional.of(new Lending(lentTo, lentOn, Optional.ofNullable(backBy)));
    }

    Optional<Verdict> lastVerdict() {
        return Optional.ofNullable(lastVerdict);
    }

    Optional<LocalDate> lastRunOn() {
        return Optional.ofNullable(lastRunOn);
    }
}
