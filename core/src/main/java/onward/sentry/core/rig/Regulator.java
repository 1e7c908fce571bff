package onward.sentry.core.rig;

import java.time.LocalDate;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import onward.sentry.core.gas.Gas;
import onward.sentry.core.working.Figures;
import onward.sentry.core.working.Refusal;

/**
 * What lets gas out of the cylinder.
 *
 * @param litresPerMinute what it gives; 0 for a demand regulator, which gives what the pump draws
 * @param family the reactive families that it is kept for, joined by {@code " + "}; empty when it has only met stable gases
 *     or none
 * @param tag of the bench's own regulator; empty for any one of that kind
 * @param checkDue until when its last check counts; empty where it is not known
 */
public record Regulator(Kind kind, double litresPerMinute, String family, String tag, Optional<LocalDate> checkDue) {

    private static final String JOIN = " + ";
    private static final String JOIN_PATTERN = " \\+ ";

    /**
     * Any one of that kind.
     *
     * @param kind which kind
     * @param litresPerMinute flow, L/min, above 0
     * @param family of reactive gases that it is kept for; empty: any gas
     */
    public Regulator(Kind kind, double litresPerMinute, String family) {
        this(kind, litresPerMinute, family, "", Optional.empty());
    }

    /** How it meters. */
    public enum Kind {
        /** Gives one flow. */
        FIXED("fixed flow"),
        /** Gives the flow that is set. */
        ADJUSTABLE("adjustable"),
        /** Gives what the pump draws. */
        DEMAND("demand flow");

        private final String label;

        Kind(String label) {
            this.label = label;
        }

        /** {@return the words for screens and records} */
        public String label() {
            return label;
        }
    }

    /**
     * Checks the limits, fills in what older records leave out.
     *
     * @param kind which kind
     * @param litresPerMinute what it gives; 0 for a demand regulator, which gives what the pump draws
     * @param family the reactive families that it is kept for, joined by {@code " + "}; empty when it has only met stable
     *     gases or none
     * @param tag of the bench's own regulator; empty for any one of that kind
     * @param checkDue until when its last check counts; empty where it is not known
     * @throws onward.sentry.core.working.Refused with code {@code regulator-flow}
     */
    public Regulator {
        Objects.requireNonNull(kind, "kind");
        family = family == null ? "" : family;
        tag = tag == null ? "" : tag;
        checkDue = checkDue == null ? Optional.empty() : checkDue;
        Refusal.unless(
                kind == Kind.DEMAND ? litresPerMinute == 0 : litresPerMinute > 0 && litresPerMinute <= 20,
                "regulator-flow",
                "regulator",
                kind == Kind.DEMAND
                        ? "A demand regulator has no flow of its own; it was given " + Figures.upTo(litresPerMinute, 2)
                                + " L/min."
                        : "A regulator gives above 0 and at most 20 L/min, not " + Figures.upTo(litresPerMinute, 2)
                                + ".",
                kind == Kind.DEMAND ? "Leave the flow out." : "Read the flow stamped on it, or the meter.");
    }

    /**
     * {@return a regulator of one flow that is kept for no family of gases}
     *
     * @param litresPerMinute flow, L/min, above 0
     */
    public static Regulator fixed(double litresPerMinute) {
        return new Regulator(Kind.FIXED, litresPerMinute, "");
    }

    /** {@return a demand regulator that is kept for no family of gases} */
    public static Regulator demand() {
        return new Regulator(Kind.DEMAND, 0, "");
    }

    /** {@return the reactive families that it is kept for; none while it has only met stable gases} */
    public Set<String> families() {
        return family.isEmpty() ? Set.of() : new TreeSet<>(List.of(family.split(JOIN_PATTERN)));
    }

    /**
     * {@return the families that it is kept for once it has carried these gases, joined by {@code " + "}: one that was free
     * and carries hydrogen sulfide and sulfur dioxide is kept for both of their families from then on; one that has a family
     * keeps it}
     *
     * @param gases gases of the mix
     */
    public String familyAfter(List<Gas> gases) {
        return !family.isEmpty() ? family : String.join(JOIN, familiesOf(gases));
    }

    /** Every reactive family that a mix belongs to: one for each reactive gas in it, each once. */
    static Set<String> familiesOf(List<Gas> gases) {
        return gases.stream().filter(Gas::reactive).map(Gas::family).collect(Collectors.toCollection(TreeSet::new));
    }

    @Override
    public String toString() {
        var named = tag.isEmpty() ? "" : tag + ", ";
        return named
                + (kind == Kind.DEMAND
                        ? kind.label()
                        : kind.label() + " " + Figures.upTo(litresPerMinute, 2) + " L/min");
    }
}
