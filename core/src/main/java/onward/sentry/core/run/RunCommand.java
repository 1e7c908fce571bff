package onward.sentry.core.run;

import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import onward.sentry.core.cylinder.Cylinder;
import onward.sentry.core.judge.Verdict;

/** What a technician does in a run. A command that names a step other than the current one is refused. */
public sealed interface RunCommand {

    record ConfirmChecks(int step) implements RunCommand {}

    record ConfirmStep(int step) implements RunCommand {}

    /** @param changed what was changed before the next try: the gas, the rig, the sensor */
    record TryAgain(int step, String changed) implements RunCommand {}

    record LeaveFailed(int step) implements RunCommand {}

    record StartZero(int step) implements RunCommand {}

    /** @param setPointsChanged slots whose set point was changed on the detector to match this label */
    record ChooseCylinder(int step, String cylinderId, Cylinder cylinder, LocalDate on, List<Integer> setPointsChanged)
            implements RunCommand {}

    /** Only needed where the readings do not show it. */
    record GasOn(int step) implements RunCommand {}

    record GasOff(int step) implements RunCommand {}

    record ConfirmAlarms(int step, boolean audible, boolean visual, boolean vibration) implements RunCommand {}

    record ConfirmSaved(int step, Map<Integer, Verdict> verdicts) implements RunCommand {}

    record TypeReading(int slot, double value) implements RunCommand {}

    /** The technician says that a typed reading has settled; the record says <em>declared</em>. */
    record DeclareSettled(int step, int slot) implements RunCommand {}

    /** Run time went on; limits and countdowns are looked at again. */
    record TimePassed() implements RunCommand {}

    record Withdraw(int sequence) implements RunCommand {}

    record TakeOver() implements RunCommand {}

    record Stop(String reason) implements RunCommand {}

    /** @param on the day, in the site's zone */
    record Sign(LocalDate on) implements RunCommand {}
}
