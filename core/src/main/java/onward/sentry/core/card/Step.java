package onward.sentry.core.card;

import java.util.List;

/** One step of a procedure. Each kind is typed data; what it means is in {@code core.run}. */
public sealed interface Step {

    /** The word on the strip and in the list of steps. */
    String title();

    /** Checks before gas, confirmed together. */
    record Checks(List<String> items) implements Step {
        public Checks {
            items = List.copyOf(items);
        }

        @Override
        public String title() {
            return "Before gas";
        }
    }

    /** Waiting until the instrument is warm, seconds of run time. */
    record WarmUp(int seconds) implements Step {
        @Override
        public String title() {
            return "Warm-up";
        }
    }

    /** Zero in clean air; oxygen is spanned to 20.9 in the same step. All slots at once. */
    record Zero(List<Integer> slots, AcceptRule accept) implements Step {
        public Zero {
            slots = List.copyOf(slots);
        }

        @Override
        public String title() {
            return "Zero";
        }
    }

    /**
     * One cylinder to one or more sensors.
     *
     * @param noResponseSeconds a sensor that has not moved 5 % of the way by then does not respond
     */
    record ApplyGas(List<Target> targets, AcceptRule accept, double noResponseSeconds) implements Step {
        public ApplyGas {
            targets = List.copyOf(targets);
            if (targets.isEmpty()) {
                throw new IllegalArgumentException("gas is applied to at least one sensor");
            }
        }

        @Override
        public String title() {
            return "Gas";
        }
    }

    /** Audible, visual and vibration alarm, each seen by the technician while gas is on. */
    record ConfirmAlarms() implements Step {
        @Override
        public String title() {
            return "Alarms";
        }
    }

    /** What was not confirmed on the instrument is lost; its own verdict per sensor is noted. */
    record SaveOnInstrument() implements Step {
        @Override
        public String title() {
            return "Save";
        }
    }

    /** Gas off, adapter off, until every sensor is back at clean air. */
    record ClearDown(double limitSeconds) implements Step {
        @Override
        public String title() {
            return "Clear down";
        }
    }
}
