package onward.sentry.server.gas;

import jakarta.persistence.Embeddable;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import onward.sentry.core.gas.Component;
import onward.sentry.core.gas.Concentration;
import onward.sentry.core.gas.Unit;

@Embeddable
class ComponentRow {

    private String gasId;
    private double amount;

    @Enumerated(EnumType.STRING)
    private Unit unit;

    private double relativeUncertainty;
    private boolean statesTwo;

    protected ComponentRow() {}

    static ComponentRow of(Component component) {
        var row = new ComponentRow();
        row.gasId = component.gasId();
        row.amount = component.certified().value();
        row.unit = component.certified().unit();
        row.relativeUncertainty = component.relativeUncertainty();
        row.statesTwo = component.statesTwo();
        return row;
    }

    Component toCore() {
        return new Component(gasId, Concentration.of(amount, unit), relativeUncertainty, statesTwo);
    }
}
