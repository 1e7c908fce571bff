package onward.sentry.core.run;

import java.time.LocalDate;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.card.Step;
import onward.sentry.core.cylinder.GasDemand;
import onward.sentry.core.house.HousePolicy;

/** What a step of a card asks of a cylinder. */
public final class GasDemands {

    private GasDemands() {}

    public static GasDemand of(ProcedureCard card, Step.ApplyGas gas, HousePolicy policy, LocalDate on) {
        return new GasDemand(
                gas.targets().stream().map(target -> card.sensor(target.slot())).toList(),
                gas.targets().stream()
                        .map(target -> target.setPoint()
                                .orElse(card.sensor(target.slot()).spanSetPoint()))
                        .toList(),
                card.lelBasis(),
                card.litresPerRun(),
                policy.reserve(),
                on,
                policy.warnBeforeExpiryDays());
    }
}
