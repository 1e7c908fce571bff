package onward.sentry.core.card;

import java.util.List;
import java.util.Objects;
import java.util.Optional;
import onward.sentry.core.working.Refusal;

/** One step of a procedure. Each kind is typed data; what it means is in {@code core.run}. */
public sealed interface Step {

    /** {@return the word on the strip and in the list of steps} */
    String title();

    /** {@return the sensors that must be decided before it is over; none for steps that are not about single sensors} */
    default List<Integer> slots() {
        return List.of();
    }

    /**
     * {@return what the operator of this very instrument must know: its keys, its menu, what it shows} Empty when there is
     * none.
     */
    String note();

    /** Checks before gas, confirmed together. */
    record Checks(List<String> items, String note) implements Step {
        /**
         * Copies what it is given.
         *
         * @param items what was checked
         * @param note for the technician; may be empty
         */
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
        /**
         * Checks the limits.
         *
         * @param title of the step
         * @param sentence that may name days as 2026-03-02
         * @param note for the technician; may be empty
         * @throws onward.sentry.core.working.Refused with code {@code step-confirm}
         */
        public Confirm {
            Objects.requireNonNull(title, "title");
            Objects.requireNonNull(sentence, "sentence");
            note = orEmpty(note);
            Refusal.unless(
                    !title.isBlank() && !sentence.isBlank(),
                    "step-confirm",
                    "title",
                    "A hand action has a title and says what to do.",
                    "Fill in both.");
        }
    }

    /**
     * Something to read off and type in. Outside the range the run does not go on.
     *
     * @param least in the quantity's unit
     * @param most in the quantity's unit
     * @param wayOut what to do when it lies outside
     */
    record Measure(Quantity quantity, double least, double most, String wayOut, String note) implements Step {
        /**
         * Checks the limits.
         *
         * @param quantity what was measured
         * @param least in the quantity's unit
         * @param most in the quantity's unit
         * @param wayOut what to do when it lies outside
         * @param note for the technician; may be empty
         * @throws onward.sentry.core.working.Refused with one of the codes {@code step-measure}, {@code step-way-out}
         */
        public Measure {
            Objects.requireNonNull(quantity, "quantity");
            note = orEmpty(note);
            Refusal.unless(
                    most >= least,
                    "step-measure",
                    "least",
                    quantity.label() + " has a range, least first; this one runs from " + least + " to " + most + ".",
                    "Turn them round.");
            Refusal.unless(
                    !blank(wayOut),
                    "step-way-out",
                    "wayOut",
                    quantity.label() + ": no statement is made for a value outside the range.",
                    "Say what the technician does then.");
        }

        @Override
        public String title() {
            return quantity.label();
        }
    }

    /**
     * A question whose answer decides whether the run may go on.
     *
     * @param goOn the answer with which it goes on
     * @param wayOut what to do at the other answer
     */
    record Ask(String title, String question, boolean goOn, String wayOut, String note) implements Step {
        /**
         * Checks the limits.
         *
         * @param title of the step
         * @param question to answer with yes or no
         * @param goOn the answer with which it goes on
         * @param wayOut what to do at the other answer
         * @param note for the technician; may be empty
         * @throws onward.sentry.core.working.Refused with code {@code step-ask}
         */
        public Ask {
            note = orEmpty(note);
            Refusal.unless(
                    !blank(title) && !blank(question) && !blank(wayOut),
                    "step-ask",
                    "question",
                    "A question has a title, its words, and what to do at the other answer.",
                    "Fill in all three.");
        }
    }

    /**
     * The inlet is blocked: the pump must raise its alarm, else the line leaks. Each time it does not, the next remedy is
     * tried; after the last one it is an internal leak, and the detector goes on hold.
     */
    record BlockTest(int seconds, List<String> remedies, String note) implements Step {
        /**
         * Checks the limits, copies what it is given.
         *
         * @param seconds how long, s
         * @param remedies what the card suggests when it fails
         * @param note for the technician; may be empty
         * @throws onward.sentry.core.working.Refused with code {@code step-block-test}
         */
        public BlockTest {
            remedies = List.copyOf(remedies);
            note = orEmpty(note);
            Refusal.unless(
                    seconds >= 1 && seconds <= 120,
                    "step-block-test",
                    "seconds",
                    "A pump alarms within 1 to 120 s, not " + seconds + " s.",
                    "Take it from the instrument's manual.");
        }

        @Override
        public String title() {
            return "Block test";
        }
    }

    /** Waiting until the instrument is warm, seconds of run time. */
    record WarmUp(int seconds, String note) implements Step {
        /**
         * Checks the limits.
         *
         * @param seconds how long, s
         * @param note for the technician; may be empty
         * @throws onward.sentry.core.working.Refused with code {@code step-warm-up}
         */
        public WarmUp {
            note = orEmpty(note);
            Refusal.unless(
                    seconds >= 1,
                    "step-warm-up",
                    "seconds",
                    "A warm-up takes at least 1 s, not " + seconds + " s.",
                    "Take the step out where there is none.");
        }

        @Override
        public String title() {
            return "Warm-up";
        }
    }

    /**
     * Zero in clean air, of these slots at once; oxygen is spanned to 20.9 in the same step.
     *
     * @param onRemainder only for sensors that kept a small remainder at the clear-down before
     */
    record Zero(List<Integer> slots, ZeroAir air, AcceptRule accept, boolean onRemainder, String note) implements Step {
        /**
         * A zero in ambient air.
         *
         * @param slots slots of the sensors, from 1
         * @param accept when a reading is taken
         * @param note for the technician; may be empty
         */
        public Zero(List<Integer> slots, AcceptRule accept, String note) {
            this(slots, ZeroAir.AMBIENT, accept, false, note);
        }

        /**
         * Copies what it is given, fills in what older records leave out.
         *
         * @param slots slots of the sensors, from 1
         * @param air pressure and temperature of the air
         * @param accept when a reading is taken
         * @param onRemainder only for sensors that kept a small remainder at the clear-down before
         * @param note for the technician; may be empty
         */
        public Zero {
            slots = List.copyOf(slots);
            air = air == null ? ZeroAir.AMBIENT : air;
            note = orEmpty(note);
            someSensor(!slots.isEmpty(), "slots", "A zero is of at least one sensor.");
        }

        @Override
        public String title() {
            return onRemainder ? "Zero again" : "Zero";
        }

        /**
         * {@return the same step for some of its sensors}
         *
         * @param some the slots that are left
         * @param from where the air comes from
         * @param rule when a reading is taken
         */
        public Zero with(List<Integer> some, ZeroAir from, AcceptRule rule) {
            return new Zero(some, from, rule, onRemainder, note);
        }
    }

    /** Air drawn through before gas, nothing adjusted: what is left from before would count as gas. */
    record Blank(List<Integer> slots, AcceptRule accept, String note) implements Step {
        /**
         * Copies what it is given.
         *
         * @param slots slots of the sensors, from 1
         * @param accept when a reading is taken
         * @param note for the technician; may be empty
         */
        public Blank {
            slots = List.copyOf(slots);
            note = orEmpty(note);
            someSensor(!slots.isEmpty(), "slots", "An air blank is of at least one sensor.");
        }

        @Override
        public String title() {
            return "Air blank";
        }
    }

    /**
     * One cylinder to one or more sensors. Where the cylinder in hand serves the next application too, the run goes
     * straight on.
     *
     * @param noResponseSeconds a sensor that has not moved 5 % of the way by then does not respond
     * @param mayBeLeftOut the technician may choose to work without it, as with one end of a two-point sensor
     * @param exposureLimitSeconds how long its gas may stay on before the record says so, 30 to 7,200 s; 0: the default,
     *     see {@link #exposureLimit}
     */
    record ApplyGas(
            List<Target> targets,
            AcceptRule accept,
            double noResponseSeconds,
            boolean mayBeLeftOut,
            double exposureLimitSeconds,
            String note)
            implements Step {

        /** No exposure limit that a card leaves open is shorter, seconds; site default, about what a slow cell needs. */
        public static final double LEAST_EXPOSURE_LIMIT_SECONDS = 120;

        /**
         * An application without a limit of exposure, in the usual order.
         *
         * @param targets which sensors, and what for
         * @param accept when a reading is taken
         * @param noResponseSeconds exposure after which a sensor that shows nothing has failed, s
         * @param note for the technician; may be empty
         */
        public ApplyGas(List<Target> targets, AcceptRule accept, double noResponseSeconds, String note) {
            this(targets, accept, noResponseSeconds, false, 0, note);
        }

        /**
         * Checks the limits, copies what it is given.
         *
         * @param targets which sensors, and what for
         * @param accept when a reading is taken
         * @param noResponseSeconds a sensor that has not moved 5 % of the way by then does not respond
         * @param mayBeLeftOut the technician may choose to work without it, as with one end of a two-point sensor
         * @param exposureLimitSeconds how long its gas may stay on before the record says so, 30 to 7,200 s; 0: the default,
         *     see {@link #exposureLimit}
         * @param note for the technician; may be empty
         * @throws onward.sentry.core.working.Refused with code {@code step-exposure-limit}
         */
        public ApplyGas {
            targets = List.copyOf(targets);
            note = orEmpty(note);
            Refusal.unless(
                    exposureLimitSeconds == 0 || exposureLimitSeconds >= 30 && exposureLimitSeconds <= 7_200,
                    "step-exposure-limit",
                    "exposureLimitSeconds",
                    "Gas stays on for 30 to 7,200 s at most, not " + exposureLimitSeconds + " s.",
                    "Take it from the instrument's manual, or 0 for twice the deadline.");
            someSensor(!targets.isEmpty(), "targets", "Gas is applied to at least one sensor.");
        }

        @Override
        public List<Integer> slots() {
            return targets.stream().map(Target::slot).toList();
        }

        @Override
        public String title() {
            if (are(Purpose.AS_FOUND)) {
                return "As found";
            }
            if (are(Purpose.CHECK_FIRST)) {
                return "Check";
            }
            if (are(Purpose.LOW_POINT)) {
                return "Low point";
            }
            return are(Purpose.VERIFY) ? "Verify" : "Gas";
        }

        /**
         * {@return all of its targets meet the gas for this}
         *
         * @param purpose what the application is for
         */
        public boolean are(Purpose purpose) {
            return targets.stream().allMatch(target -> target.purpose() == purpose);
        }

        /**
         * {@return how long gas may stay on in this application, seconds: the card's own figure, else twice the time in
         * which its readings are taken and at least 2 min (site default: a second look at the same exposure is the most that
         * can be of use)} A deadline of 150 s returns 300, one of 45 s returns 120.
         *
         * @param rule when readings are taken, at the conditions that were measured
         */
        public double exposureLimit(AcceptRule rule) {
            return exposureLimitSeconds > 0
                    ? exposureLimitSeconds
                    : Math.max(LEAST_EXPOSURE_LIMIT_SECONDS, 2 * rule.endSeconds());
        }

        /**
         * {@return the same step for some of its sensors}
         *
         * @param some the targets that are left
         * @param rule when a reading is taken
         */
        public ApplyGas with(List<Target> some, AcceptRule rule) {
            return new ApplyGas(some, rule, noResponseSeconds, mayBeLeftOut, exposureLimitSeconds, note);
        }
    }

    /** Audible, visual and vibration alarm, each seen by the technician while gas is on. */
    record ConfirmAlarms(String note) implements Step {
        /**
         * Keeps what it is given.
         *
         * @param note for the technician; may be empty
         */
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
        /**
         * Keeps what it is given.
         *
         * @param note for the technician; may be empty
         */
        public SaveOnInstrument {
            note = orEmpty(note);
        }

        @Override
        public String title() {
            return "Save";
        }
    }

    /**
     * Gas off, adapter off, until every sensor is back at clean air.
     *
     * @param remainder what may be left for one more zero; empty: nothing may
     */
    record ClearDown(double limitSeconds, Optional<Remainder> remainder, String note) implements Step {
        /**
         * A clear-down of every sensor.
         *
         * @param limitSeconds longest exposure, s
         * @param note for the technician; may be empty
         */
        public ClearDown(double limitSeconds, String note) {
            this(limitSeconds, Optional.empty(), note);
        }

        /**
         * Fills in what older records leave out.
         *
         * @param limitSeconds longest exposure, s
         * @param remainder what may be left for one more zero; empty: nothing may
         * @param note for the technician; may be empty
         */
        public ClearDown {
            remainder = remainder == null ? Optional.empty() : remainder;
            note = orEmpty(note);
        }

        @Override
        public String title() {
            return "Clear down";
        }
    }

    /**
     * A small remainder that one more zero takes away.
     *
     * @param most in the sensor's unit; more than that stays a failure
     */
    record Remainder(int slot, double most) {}

    private static void someSensor(boolean there, String field, String reason) {
        Refusal.unless(there, "step-sensors", field, reason, "Choose the sensors, or take the step out.");
    }

    /** Absent in the stored form of a card means none. */
    private static String orEmpty(String note) {
        return note == null ? "" : note;
    }

    private static boolean blank(String text) {
        return text == null || text.isBlank();
    }
}
