package onward.sentry.core.gas;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import onward.sentry.core.working.Refusal;

/**
 * What a certificate says is in a cylinder: the components and the gas that makes up the rest.
 *
 * @param components at least one, each gas once, together no more than 100 vol%
 * @param balanceGasId {@code nitrogen} or {@code air}
 */
public record Mixture(List<Component> components, String balanceGasId) {

    public Mixture {
        components = List.copyOf(components);
        Objects.requireNonNull(balanceGasId, "balanceGasId");
        Refusal.unless(
                !components.isEmpty(),
                "mix-empty",
                "components",
                "A certified mix has at least one component.",
                "Enter the components as the certificate lists them.");
        var seen = new HashSet<String>();
        for (var component : components) {
            Refusal.unless(
                    seen.add(component.gasId()),
                    "mix-gas-twice",
                    "components",
                    component.gasId() + " is listed twice.",
                    "List each gas once.");
        }
        Refusal.unless(
                balanceGasId.equals("air") || balanceGasId.equals("nitrogen"),
                "mix-balance",
                "balance",
                "The balance gas is air or nitrogen, not '" + balanceGasId + "'.",
                "Take the balance gas from the certificate.");
    }

    public Optional<Component> component(String gasId) {
        return components.stream().filter(c -> c.gasId().equals(gasId)).findFirst();
    }

    /** Oxygen in vol%: its component when certified, 20.9 of what air makes up when the balance is air, else 0. */
    public double oxygenVolPercent() {
        return component("oxygen")
                .map(c -> c.certified().value())
                .orElse(balanceGasId.equals("air") ? CleanAir.OXYGEN_VOL_PERCENT : 0);
    }
}
