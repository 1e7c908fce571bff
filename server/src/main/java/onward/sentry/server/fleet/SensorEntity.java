package onward.sentry.server.fleet;

import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.Table;
import java.time.LocalDate;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.judge.SensitivityHistory;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.schedule.LastBump;
import onward.sentry.core.schedule.SensorDates;

@Entity
@Table(name = "sensor")
class SensorEntity {

    @Id
    private UUID id;

    @ManyToOne(fetch = FetchType.LAZY)
    @JoinColumn(name = "detector_id")
    private DetectorEntity detector;

    private int slot;
    private String serial;
    private LocalDate fittedOn;

    /** False where a table did not say; then {@code fittedOn} is the day on which the detector came on record. */
    private boolean fittedKnown = true;

    private LocalDate removedOn;
    private LocalDate lastGoodOn;
    private LocalDate lastGoodBump;

    /** The next calibration as the laboratory that did the last one states it; null where none stated one. */
    private LocalDate statedDue;

    private double sensitivity = 1;
    private double fittingResponse = 100;
    private boolean disabled;

    @Enumerated(EnumType.STRING)
    private Verdict lastVerdict;

    protected SensorEntity() {}

    SensorEntity(UUID id, DetectorEntity detector, int slot, String serial, LocalDate fittedOn) {
        this.id = id;
        this.detector = detector;
        this.slot = slot;
        this.serial = serial;
        this.fittedOn = fittedOn;
    }

    /**
     * One that was in use before it came on record.
     *
     * @param fittedOn empty: not known
     * @param today stands in for a day that is not known
     */
    static SensorEntity inUse(
            UUID id,
            DetectorEntity detector,
            int slot,
            String serial,
            Optional<LocalDate> fittedOn,
            Optional<LocalDate> lastGoodOn,
            LocalDate today) {
        var sensor = new SensorEntity(id, detector, slot, serial, fittedOn.orElse(lastGoodOn.orElse(today)));
        sensor.fittedKnown = fittedOn.isPresent();
        sensor.lastGoodOn = lastGoodOn.orElse(null);
        return sensor;
    }

    /** @param response raw response recorded when it was new, % */
    SensorEntity respondingWith(double response) {
        fittingResponse = response;
        return this;
    }

    void fittedOn(LocalDate day) {
        fittedOn = day;
        fittedKnown = true;
    }

    void remove(LocalDate on) {
        removedOn = on;
    }

    void judged(Verdict verdict) {
        lastVerdict = verdict;
        disabled = false;
    }

    /** Left out of a run and labelled, as the site rules allow: it no longer decides when the detector is due. */
    void disable() {
        disabled = true;
    }

    boolean disabled() {
        return disabled;
    }

    /** What the next span goes on from. */
    void setTo(double left) {
        sensitivity = left;
    }

    SensitivityHistory chain() {
        return new SensitivityHistory(sensitivity, fittingResponse);
    }

    void renewed(LocalDate on, Optional<LocalDate> stated) {
        lastGoodOn = on;
        statedDue = stated.orElse(null);
    }

    /** It answered to gas as it should, in a bump or in a calibration. */
    void bumpedWell(LocalDate on) {
        lastGoodBump = on;
    }

    /** Empty where its card asks for no bump of it. */
    Optional<LastBump> lastBump(ProcedureCard card) {
        return lastBump(card, slot, lastGoodBump);
    }

    static Optional<LastBump> lastBump(ProcedureCard card, int slot, LocalDate lastGood) {
        return card.bumpedSensors().stream()
                .filter(sensor -> sensor.slot() == slot)
                .findFirst()
                .map(sensor ->
                        new LastBump(slot, sensor.gas().formula(), Optional.ofNullable(lastGood), sensor.bumpDays()));
    }

    DetectorSnapshot.SensorSnapshot standing() {
        return new DetectorSnapshot.SensorSnapshot(
                id,
                lastVerdict(),
                lastGoodOn(),
                Optional.ofNullable(lastGoodBump),
                Optional.ofNullable(statedDue),
                sensitivity,
                disabled);
    }

    void restore(DetectorSnapshot.SensorSnapshot before) {
        lastVerdict = before.lastVerdict().orElse(null);
        lastGoodOn = before.lastGoodOn().orElse(null);
        lastGoodBump = before.lastGoodBump().orElse(null);
        statedDue = before.statedDue().orElse(null);
        sensitivity = before.sensitivity();
        disabled = before.disabled();
    }

    boolean isFitted() {
        return removedOn == null;
    }

    SensorDates dates() {
        return new SensorDates(slot, fittedOn, Optional.ofNullable(lastGoodOn), Optional.ofNullable(statedDue));
    }

    UUID id() {
        return id;
    }

    int slot() {
        return slot;
    }

    String serial() {
        return serial;
    }

    LocalDate fittedOn() {
        return fittedOn;
    }

    boolean fittedKnown() {
        return fittedKnown;
    }

    Optional<LocalDate> removedOn() {
        return Optional.ofNullable(removedOn);
    }

    Optional<LocalDate> lastGoodOn() {
        return Optional.ofNullable(lastGoodOn);
    }

    Optional<Verdict> lastVerdict() {
        return Optional.ofNullable(lastVerdict);
    }
}
