package onward.sentry.core.gas;

import java.util.HashSet;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * What a certificate says is in a cylinder: the components and the gas that makes up the rest.
 *
 * @param components at least one, each gas once
 * @param balanceGasId {@code nitrogen} or {@code air}
 */
public record Mixture(List<Component> components, String balanceGasId) {

    /** Certificates round each value by itself, vol%. */
    private static final double ROUNDING = 0.5;

    /**
     * Checks the limits, copies what it is given.
     *
     * @param components at least one, each gas once
     * @param balanceGasId {@code nitrogen} or {@code air}
     * @throws onward.sentry.core.working.Refused with one of the codes {@code mix-empty}, {@code mix-gas-twice}, {@code
     *     mix-balance}
     */
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

    /**
     * {@return what is asked of a certificate when its cylinder is registered: methane 60 vol% beside oxygen 50 vol% is
     * refused}
     *
     * @throws onward.sentry.core.working.Refused when the components are together more than the whole cylinder
     */
    public Mixture checkedAgainstTheWhole() {
        double whole = components.stream().mapToDouble(Mixture::volPercent).sum();
        Refusal.unless(
                whole <= 100 + ROUNDING,
                "mix-over-whole",
                "components",
                "The components are together " + Figures.upTo(whole, 2) + " vol%, more than the whole cylinder.",
                "Compare each value and its unit with the certificate.");
        return this;
    }

    private static double volPercent(Component part) {
        return Conversion.of(GasLibrary.shipped().gas(part.gasId()), LelBasis.HANDBOOK)
                .convert(part.certified(), Unit.VOL_PERCENT)
                .value();
    }

    /**
     * {@return the part of one gas; empty when the mix has none of it}
     *
     * @param gasId id of a gas of the library
     */
    public Optional<Component> component(String gasId) {
        return components.stream().filter(c -> c.gasId().equals(gasId)).findFirst();
    }

    /** {@return oxygen in vol%: its component when certified, 20.9 of what air makes up when the balance is air, else 0} */
    public double oxygenVolPercent() {
        return component("oxygen")
                .map(c -> c.certified().value())
                .orElse(balanceGasId.equals("air") ? CleanAir.OXYGEN_VOL_PERCENT : 0);
    }
}
