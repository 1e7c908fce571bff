package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.Optional;

/**
 * The next calibration of a detector.
 *
 * @param detector its serial
 * @param crew that goes without it meanwhile; empty: nobody
 * @param setUp key of the gas set-up that it needs
 * @param minutes of a technician's time that it usually takes, 1 or more
 * @param intervalDays how long a calibration lasts, for what is given away when it is done early
 * @param earliest not before; also tells when one that is out can be back
 * @param due last day on which it is on time
 * @param competence that its card asks for
 * @param pinned to this day by hand
 */
public record PlanJob(
        String detector,
        String model,
        String crew,
        String setUp,
        int minutes,
        int intervalDays,
        LocalDate earliest,
        LocalDate due,
        Optional<String> competence,
        Optional<LocalDate> pinned) {

    /**
     * Keeps what it is given.
     *
     * @param detector its serial
     * @param model name of the model
     * @param crew that goes without it meanwhile; empty: nobody
     * @param setUp key of the gas set-up that it needs
     * @param minutes of a technician's time that it usually takes, 1 or more
     * @param intervalDays how long a calibration lasts, for what is given away when it is done early
     * @param earliest not before; also tells when one that is out can be back
     * @param due last day on which it is on time
     * @param competence that its card asks for
     * @param pinned to this day by hand
     */
    public PlanJob {
        if (minutes < 1 || intervalDays < 1) {
            throw new IllegalArgumentException(detector + ": " + minutes + " min, every " + intervalDays + " days");
        }
    }

    /**
     * {@return the same job, pinned to another day or to none}
     *
     * @param day empty: not pinned
     */
    public PlanJob pinnedTo(Optional<LocalDate> day) {
        return new PlanJob(detector, model, crew, setUp, minutes, intervalDays, earliest, due, competence, day);
    }

    /**
     * {@return days after its due day; 0 when on time}
     *
     * @param day the day to look at
     */
    public int lateOn(LocalDate day) {
        return (int) Math.max(0, day.toEpochDay() - due.toEpochDay());
    }

    /**
     * {@return what is given away of its interval when it is done on a day, in tenths of a minute of its own work: a job of
     * 20 minutes every 30 days that is done 3 days early gives 2 minutes away, which is 20}
     *
     * @param day the day to look at
     */
    public int givenAwayOn(LocalDate day) {
        long early = Math.max(0, due.toEpochDay() - day.toEpochDay());
        return (int) Math.round(10.0 * minutes * early / intervalDays);
    }

    /**
     * {@return whether its crew could still use it on that day, so that the bench takes it away from them}
     *
     * @param day the day to look at
     */
    public boolean worksOn(LocalDate day) {
        return !crew.isEmpty() && lateOn(day) == 0;
    }
}
