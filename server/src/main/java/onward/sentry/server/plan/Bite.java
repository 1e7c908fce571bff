package onward.sentry.server.plan;

import static onward.sentry.core.working.Figures.day;
import static onward.sentry.core.working.Figures.days;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.shelf.ShelfForecast;

/**
 * What will bite first with a cylinder, in words.
 *
 * @param grave it must not be used, or serves no longer than it is warned about
 */
record Bite(String words, boolean grave) {

    static Bite of(ShelfForecast.Lasting one, LocalDate today, int warnDays) {
        var cylinder = one.tagged().cylinder();
        if (cylinder.state() != CylinderState.IN_USE) {
            return new Bite("This cylinder is " + cylinder.state().label() + ": do not use", true);
        }
        if (today.isAfter(cylinder.useBefore())) {
            return new Bite("Expired on " + day(cylinder.useBefore()) + ": do not use", true);
        }
        long left = ChronoUnit.DAYS.between(today, one.lastDay());
        boolean runsOut = one.lastDay().isBefore(cylinder.useBefore());
        if (runsOut) {
            return new Bite("Runs out on " + day(one.lastDay()) + ", in " + days(left), left <= warnDays);
        }
        return new Bite("Expires on " + day(cylinder.useBefore()) + ", in " + days(left), left <= warnDays);
    }
}
