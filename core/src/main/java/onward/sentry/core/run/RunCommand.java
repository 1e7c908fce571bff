package onward.sentry.core.run;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.card.Quantity;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.LaboratoryLine;
import onward.sentry.core.result.PaperLine;
import onward.sentry.core.result.ReadingSource;
import onward.sentry.core.rig.Rig;

/** What a technician does in a run. A command that names a step other than the current one is refused. */
public sealed interface RunCommand {

    /**
     * @param room whose air its neighbours share
     * @param manifold that brings gas to several detectors at once; empty: none
     * @param sharing how many detectors hang on it, 1 to 6
     */
    record Place(String room, Optional<String> manifold, int sharing) implements RunCommand {
        /**
         * Puts the detector on the bench alone.
         *
         * @param room name of the room
         */
        public Place(String room) {
            this(room, Optional.empty(), 1);
        }
    }

    /** Goes onto the record and changes nothing. */
    record Remark(String text) implements RunCommand {}

    /** What the room is like, before gas. @param values in the units that the site reads in */
    record NoteConditions(Map<Quantity, Double> values) implements RunCommand {
        /**
         * Copies what it is given.
         *
         * @param values in the units that the site reads in
         */
        public NoteConditions {
            values = Map.copyOf(values);
        }
    }

    /**
     * The checks of the step were done.
     *
     * @param step position in the procedure, from 0
     */
    record ConfirmChecks(int step) implements RunCommand {}

    /**
     * The step was done.
     *
     * @param step position in the procedure, from 0
     */
    record ConfirmStep(int step) implements RunCommand {}

    /** @param value in the unit of the quantity that the step asks for */
    record Measure(int step, double value) implements RunCommand {}

    /**
     * A question was answered.
     *
     * @param step position in the procedure, from 0
     * @param answer true for yes
     */
    record Answer(int step, boolean answer) implements RunCommand {}

    /** @param alarmed whether the pump raised its alarm with the inlet blocked */
    record BlockInlet(int step, boolean alarmed) implements RunCommand {}

    /** These sensors are left out of the rest of the run. */
    record Skip(List<Integer> slots, String reason) implements RunCommand {}

    /** The application is left out where the card allows it, as with one end of a two-point sensor. */
    record LeaveOut(int step, String reason) implements RunCommand {}

    /**
     * @param changed what was changed before the next try: the gas, the rig, the sensor
     * @param remedy one of the card's remedies; empty for none
     * @param tried one of the things to try; empty for none of them
     */
    record TryAgain(int step, String changed, String remedy, Optional<NextTry> tried) implements RunCommand {
        /**
         * Something was changed; the step is tried again.
         *
         * @param step position in the procedure, from 0
         * @param changed what the technician changed
         */
        public TryAgain(int step, String changed) {
            this(step, changed, "");
        }

        /**
         * Something was changed; the step is tried again.
         *
         * @param step position in the procedure, from 0
         * @param changed what the technician changed
         * @param remedy what the card suggests, as chosen; empty: none
         */
        public TryAgain(int step, String changed, String remedy) {
            this(step, changed, remedy, Optional.empty());
        }
    }

    /**
     * The failure stays, though a try is left.
     *
     * @param step position in the procedure, from 0
     */
    record LeaveFailed(int step) implements RunCommand {}

    /**
     * The detector is in clean air.
     *
     * @param step position in the procedure, from 0
     */
    record StartZero(int step) implements RunCommand {}

    /**
     * @param setPointsChanged slots whose set point was changed on the detector to match this label
     * @param rig how the gas is brought; empty: as the model's manual asks for
     * @param familyAccepted a regulator that has only met stable gases may be kept for this gas's reactive family from now on
     */
    record ChooseCylinder(
            int step,
            String cylinderId,
            Cylinder cylinder,
            LocalDate on,
            List<Integer> setPointsChanged,
            Optional<Rig> rig,
            boolean familyAccepted)
            implements RunCommand {
        /**
         * A cylinder was connected.
         *
         * @param step position in the procedure, from 0
         * @param cylinderId tag of the cylinder
         * @param cylinder the cylinder to look at
         * @param on the day of the work
         * @param setPointsChanged slots whose set point was changed on the detector
         */
        public ChooseCylinder(
                int step, String cylinderId, Cylinder cylinder, LocalDate on, List<Integer> setPointsChanged) {
            this(step, cylinderId, cylinder, on, setPointsChanged, Optional.empty(), false);
        }

        /**
         * A cylinder was connected.
         *
         * @param step position in the procedure, from 0
         * @param cylinderId tag of the cylinder
         * @param cylinder the cylinder to look at
         * @param on the day of the work
         * @param setPointsChanged slots whose set point was changed on the detector
         * @param rig regulator, delivery and tubing; empty: the usual ones
         */
        public ChooseCylinder(
                int step,
                String cylinderId,
                Cylinder cylinder,
                LocalDate on,
                List<Integer> setPointsChanged,
                Optional<Rig> rig) {
            this(step, cylinderId, cylinder, on, setPointsChanged, rig, false);
        }
    }

    /** Only needed where the readings do not show it. */
    record GasOn(int step) implements RunCommand {}

    /**
     * The valve was shut.
     *
     * @param step position in the procedure, from 0
     */
    record GasOff(int step) implements RunCommand {}

    /**
     * Which alarms worked.
     *
     * @param step position in the procedure, from 0
     * @param audible whether the audible alarm worked
     * @param visual whether the visual alarm worked
     * @param vibration whether the vibration worked
     */
    record ConfirmAlarms(int step, boolean audible, boolean visual, boolean vibration) implements RunCommand {}

    /**
     * The instrument was told to save, and showed its verdicts.
     *
     * @param step position in the procedure, from 0
     * @param verdicts of the instrument, by slot
     */
    record ConfirmSaved(int step, Map<Integer, Verdict> verdicts) implements RunCommand {}

    /**
     * A reading was typed.
     *
     * @param slot slot of the sensor, from 1
     * @param value in the unit of the sensor
     */
    record TypeReading(int slot, double value) implements RunCommand {}

    /**
     * A reading was typed and entered. It is stored; if it is in the expected band once the card's least time has passed, it has
     * settled as well. Any other value is only stored, so that a slip of the finger decides nothing.
     *
     * @param step position in the procedure, from 0
     * @param slot slot of the sensor, from 1
     * @param value in the unit of the sensor
     */
    record EnterReading(int step, int slot, double value) implements RunCommand {}

    /** The sheet of a job that was done on paper. @param on the day on which it was done */
    record EnterPaper(List<PaperLine> lines, String cylinderId, Cylinder cylinder, LocalDate on, String doneBy)
            implements RunCommand {}

    /**
     * The certificate of an outside laboratory.
     *
     * @param certificate its number
     * @param on the day on which the laboratory calibrated
     * @param statedDue next calibration as the certificate states it; empty where it states none
     */
    record EnterLaboratory(
            List<LaboratoryLine> lines,
            String laboratory,
            String certificate,
            LocalDate on,
            Optional<LocalDate> statedDue)
            implements RunCommand {}

    /**
     * A bump in a round, as the technician saw it.
     *
     * @param silent slots that did not respond
     * @param alarms every alarm of the instrument was noticed
     * @param readings that were typed beside it, by slot; may be empty
     */
    record SeeBump(
            String cylinderId,
            Cylinder cylinder,
            LocalDate on,
            List<Integer> silent,
            boolean alarms,
            Map<Integer, Double> readings)
            implements RunCommand {}

    /** The technician says that a typed reading has settled; the record says <em>declared</em>. */
    record DeclareSettled(int step, int slot) implements RunCommand {}

    /** The same of every sensor that is still undecided in this step. */
    record DeclareAllSettled(int step) implements RunCommand {}

    /**
     * Readings come another way from here on: typed where a gateway fell silent, over the link where one has come.
     *
     * @param source {@code LINK} or {@code TYPED}
     */
    record SwitchSource(ReadingSource source) implements RunCommand {}

    /** Run time went on; limits and countdowns are looked at again. */
    record TimePassed() implements RunCommand {}

    /**
     * The last confirmation was a mistake.
     *
     * @param sequence number of the event
     */
    record Withdraw(int sequence) implements RunCommand {}

    /** A lead answers for the technician, whose competence has ended. @param lead who has shown who it is */
    record Countersign(String lead) implements RunCommand {}

    /** @param withoutCompetence who takes it over may not adjust this model */
    record TakeOver(boolean withoutCompetence) implements RunCommand {
        /** Another technician takes over. */
        public TakeOver() {
            this(false);
        }
    }

    /**
     * The run is stopped.
     *
     * @param reason why; a sentence for people
     */
    record Stop(String reason) implements RunCommand {}

    /** @param on the day, in the site's zone */
    record Sign(LocalDate on) implements RunCommand {}
}
