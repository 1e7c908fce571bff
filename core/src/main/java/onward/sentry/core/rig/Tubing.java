package onward.sentry.core.rig;

import java.util.Objects;

/** The tubing between regulator and adapter, or the sample line. */
public record Tubing(Material material, SampleLine line) {

    /** What it is made of: sticky gases are lost to the wrong one. */
    public enum Material {
        PVC("soft PVC"),
        SILICONE("silicone"),
        PTFE("PTFE"),
        LOW_ABSORPTION("low-absorption elastomer");

        private final String label;

        Material(String label) {
            this.label = label;
        }

        public String label() {
            return label;
        }
    }

    public Tubing {
        Objects.requireNonNull(material, "material");
        Objects.requireNonNull(line, "line");
    }
}
