package onward.sentry.core.card;

import java.util.List;
import java.util.Objects;

/** One step of a procedure. Each kind is typed data; what it means is in {@code core.run}. */
public sealed interface Step {

    /** The word on the strip and in the list of steps. */
    String title();

    /** What the operator of this very instrument must know: its keys, its menu, what it shows. Empty when there is none. */
    String note();

    /** Checks before gas, confirmed together. */
    record Checks(List<String> items, String note) implements Step {
        public Checks {
            items = List.copyOf(items);
            note = orEmpty(note);
        }

        @Override
        public String title() {
            return "Before gas";
        }
    }

    /** One hand action of its own that is confirmed, such as taking a charcoal filter off again. */
    record Confirm(String title, String sentence, String note) implements Step {
        public Confirm {
            Objects.requireNonNull(title, "title");
            Objects.requireNonNull(sentence, "sentence");
            note = orEmpty(note);
            if (title.isBlank() || sentence.isBlank()) {
                throw new IllegalArgumentException("a step to confirm has a title and a sentence");
            }
        }
    }

    /** Waiting until the instrument is warm, seconds of run time. */
    record WarmUp(int seconds, String note) implements Step {
        public WarmUp {
            note = orEmpty(note);
            if (seconds < 1) {
                throw new IllegalArgumentException("a warm-up takes at least a second, was " + seconds);
            }
        }

        @Override
        public String title() {
            return "Warm-up";
        }
    }

    /** Zero in clean air, of these slots at once; oxygen is spanned to 20.9 in the same step. */
    record Zero(List<Integer> slots, AcceptRule accept, String note) implements Step {
        public Zero {
            slots = List.copyOf(slots);
            note = orEmpty(note);
            if (slots.isEmpty()) {
                throw new IllegalArgumentException("a zero is of at least one sensor");
            }
        }

        @Override
        public String title() {
            return "Zero";
        }
    }

    /**
     * One cylinder to one or more sensors. Where the cylinder in hand serves the next application too, the run goes
     * straight on.
     *
     * @param noResponseSeconds a sensor that has not moved 5 % of the way by then does not respond
     */
    record ApplyGas(List<Target> targets, AcceptRule accept, double noResponseSeconds, String note) implements Step {
        public ApplyGas {
            targets = List.copyOf(targets);
            note = orEmpty(note);
            if (targets.isEmpty()) {
                throw new IllegalArgumentException("gas is applied to at least one sensor");
            }
        }

        @Override
        public String title() {
            if (are(Purpose.AS_FOUND)) {
                return "As found";
            }
            return are(Purpose.VERIFY) ? "Verify" : "Gas";
        }

        /** All of its targets meet the gas for this. */
        public boolean are(Purpose purpose) {
            return targets.stream().allMatch(target -> target.purpose() == purpose);
        }
    }

    /** Audible, visual and vibration alarm, each seen by the technician while gas is on. */
    record ConfirmAlarms(String note) implements Step {
        public ConfirmAlarms {
            note = orEmpty(note);
        }

        @Override
        public String title() {
            return "Alarms";
        }
    }

    /** What was not confirmed on the instrument is lost; its own verdict per sensor is noted. */
    record SaveOnInstrument(String note) implements Step {
        public SaveOnInstrument {
            note = orEmpty(note);
        }

        @Override
        public String title() {
            return "Save";
        }
    }

    /** Gas off, adapter off, until every sensor is back at clean air. */
    record ClearDown(double limitSeconds, String note) implements Step {
        public ClearDown {
            note = orEmpty(note);
        }

        @Override
        public String title() {
            return "Clear down";
        }
    }

    /** Absent in the stored form of a card means none. */
    private static String orEmpty(String note) {
        return note == null ? "" : note;
    }
}
