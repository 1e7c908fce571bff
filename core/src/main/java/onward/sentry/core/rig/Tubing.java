package onward.sentry.core.rig;

import java.util.Objects;

/** The tubing between regulator and adapter, or the sample line. */
public record Tubing(Material material, SampleLine line) {

    /** What it is made of: sticky gases are lost to the wrong one. */
    public enum Material {
        /** Soft PVC, which takes up reactive gases. */
        PVC("soft PVC"),
        /** Silicone, which takes up and passes reactive gases. */
        SILICONE("silicone"),
        /** PTFE, which takes up almost nothing. */
        PTFE("PTFE"),
        /** An elastomer made to take up little. */
        LOW_ABSORPTION("low-absorption elastomer");

        private final String label;

        Material(String label) {
            this.label = label;
        }

        /** {@return the words for screens and records} */
        public String label() {
            return label;
        }
    }

    /**
     * Checks the limits.
     *
     * @param material of the tubing
     * @param line length and bore
     * @throws onward.sentry.core.working.Refused where a limit is broken; the refusal names the field
     */
    public Tubing {
        Objects.requireNonNull(material, "material");
        Objects.requireNonNull(line, "line");
    }
}
