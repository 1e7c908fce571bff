package onward.sentry.server.gas;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.Id;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.gas.Mixture;
import onward.sentry.core.shelf.GaugeReading;
import org.hibernate.annotations.Fetch;
import org.hibernate.annotations.FetchMode;

@Entity
@Table(name = "cylinder")
class CylinderEntity {

    @Id
    private UUID id;

    private String tag;
    private String certificateNumber;
    private String lot;
    private String balance;
    private LocalDate madeOn;
    private LocalDate useBefore;
    private double volumeLitres;
    private double fullBar;
    private double gaugeBar;
    private Instant gaugeReadAt;
    private double drawnLitres;

    @Enumerated(EnumType.STRING)
    private CylinderState state;

    private String stateReason = "";
    private String regulator;

    @Version
    private long version;

    @ElementCollection(fetch = FetchType.EAGER)
    @Fetch(FetchMode.SUBSELECT)
    @CollectionTable(name = "cylinder_component", joinColumns = @JoinColumn(name = "cylinder_id"))
    @OrderColumn(name = "position")
    private List<ComponentRow> components = new ArrayList<>();

    protected CylinderEntity() {}

    CylinderEntity(UUID id, String tag, Cylinder cylinder, Instant at) {
        this.id = id;
        this.tag = tag;
        this.certificateNumber = cylinder.certificateNumber();
        this.lot = cylinder.lot();
        this.balance = cylinder.mixture().balanceGasId();
        this.madeOn = cylinder.madeOn();
        this.useBefore = cylinder.useBefore();
        this.volumeLitres = cylinder.volumeLitres();
        this.fullBar = cylinder.fullBar();
        this.gaugeBar = cylinder.gaugeBar();
        this.gaugeReadAt = at;
        this.state = cylinder.state();
        cylinder.mixture().components().forEach(c -> components.add(ComponentRow.of(c)));
    }

    UUID id() {
        return id;
    }

    String tag() {
        return tag;
    }

    String lot() {
        return lot;
    }

    double lastGaugeBar() {
        return gaugeBar;
    }

    Instant gaugeReadAt() {
        return gaugeReadAt;
    }

    double drawnLitres() {
        return drawnLitres;
    }

    String stateReason() {
        return stateReason;
    }

    /** Tag of the regulator that stays on it; empty where none does. */
    String regulator() {
        return regulator == null ? "" : regulator;
    }

    void keep(String regulatorTag) {
        regulator = regulatorTag.isEmpty() ? null : regulatorTag;
    }

    void read(GaugeReading reading) {
        gaugeBar = Math.min(fullBar, reading.barAtUsualTemperature());
        gaugeReadAt = reading.at();
        drawnLitres = 0;
    }

    /** A run has drawn gas; a look at the gauge that came later holds it already. */
    void drew(double litres, Instant at) {
        if (gaugeReadAt.isBefore(at)) {
            drawnLitres += litres;
        }
    }

    void renameTo(String name) {
        tag = name;
    }

    void stands(CylinderState now, String reason) {
        state = now;
        stateReason = reason;
    }

    /** With the pressure that the gauge should show by now. */
    Cylinder toCore() {
        return new Cylinder(
                certificateNumber,
                lot,
                new Mixture(components.stream().map(ComponentRow::toCore).toList(), balance),
                madeOn,
                useBefore,
                volumeLitres,
                fullBar,
                Math.max(0, gaugeBar - drawnLitres * fullBar / volumeLitres),
                state);
    }
}
