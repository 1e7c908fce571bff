package onward.sentry.server.plan;

import static onward.sentry.core.working.Figures.day;
import static onward.sentry.core.working.Figures.days;
import static onward.sentry.core.working.Figures.upTo;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.shelf.ShelfForecast;

/**
 * The first problem that a cylinder will have, in words.
 *
 * @param urgency how near it is
 */
record CylinderAlert(String words, Urgency urgency) {

    /** Within this many days it is too late for most orders. */
    private static final int NOW_DAYS = 7;

    /** How near it is; {@code EMPTY} gives nothing any more, {@code NOW} also stands for what must not be used. */
    enum Urgency {
        EMPTY,
        NOW,
        SOON,
        LATER
    }

    /** @param reserve share of a full cylinder that is never used */
    static CylinderAlert of(ShelfForecast.Lasting one, LocalDate today, int warnDays, double reserve) {
        var cylinder = one.tagged().cylinder();
        if (cylinder.isSpent(reserve)) {
            return new CylinderAlert(upTo(cylinder.litresLeft(), 1) + " L left: remove it", Urgency.EMPTY);
        }
        if (cylinder.state() == CylinderState.NEW) {
            return new CylinderAlert("New: compare it before it sets a detector", Urgency.SOON);
        }
        if (cylinder.state() != CylinderState.IN_USE) {
            return new CylinderAlert("This cylinder is " + cylinder.state().label() + ": do not use", Urgency.NOW);
        }
        if (today.isAfter(cylinder.useBefore())) {
            return new CylinderAlert("Expired on " + day(cylinder.useBefore()) + ": do not use", Urgency.NOW);
        }
        long left = ChronoUnit.DAYS.between(today, one.lastDay());
        boolean runsOut = one.lastDay().isBefore(cylinder.useBefore());
        return new CylinderAlert(
                (runsOut ? "Runs out on " : "Expires on ") + day(one.lastDay()) + ", in " + days(left),
                left <= NOW_DAYS ? Urgency.NOW : left <= warnDays ? Urgency.SOON : Urgency.LATER);
    }
}
