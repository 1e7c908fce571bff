package onward.sentry.core.schedule;

import static onward.sentry.core.working.Figures.day;
import static onward.sentry.core.working.Figures.days;

import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;

/**
 * A detector's state on one day, with the reason and the last day on which it still holds if nothing happens.
 *
 * @param usable may be used now: due by its interval it still may on the day itself, after the bump of
 *     that day where one is asked for; made due at once, or with a sensor that nobody here has calibrated, it may not
 * @param reason one sentence
 * @param due the detector's due day with its working
 * @param validThrough last day on which this state holds; {@link LocalDate#MAX} when only an event ends it
 */
public record StateToday(DetectorState word, boolean usable, String reason, DueDate due, LocalDate validThrough) {

    /**
     * Works the state out, in the order of {@link DetectorState}.
     *
     * <p>Due 2026-03-31: on the 30th "due soon", on the 31st "due", on 1 April "overdue".
     *
     * @param facts what is on record of the detector
     * @param rhythm how often the site asks for a bump, and how early it calls work due soon
     * @param today the day at the site
     * @return the state with its reason, and whether it may be used
     */
    public static StateToday of(DetectorFacts facts, Rhythm rhythm, LocalDate today) {
        var due = facts.due();
        long daysLeft = ChronoUnit.DAYS.between(today, due.date());
        if (facts.retired()) {
            return new StateToday(DetectorState.RETIRED, false, "Taken out of the fleet.", due, LocalDate.MAX);
        }
        if (facts.away().isPresent()) {
            var away = facts.away().get();
            return new StateToday(away.reason().word(), false, away.sentence(), due, LocalDate.MAX);
        }
        if (facts.holdReason().isPresent()) {
            return new StateToday(
                    DetectorState.ON_HOLD, false, facts.holdReason().get(), due, LocalDate.MAX);
        }
        if (facts.lending().isPresent()) {
            var lending = facts.lending().get();
            return new StateToday(
                    DetectorState.OUT,
                    false,
                    lending.words(due.date(), today),
                    due,
                    lending.saysTheSameUntil(due.date(), today));
        }
        var cause = facts.causes().first().filter(c -> !c.on().isAfter(due.date()));
        if (daysLeft < 0) {
            var why = cause.map(c -> "Due at once since " + day(c.on()) + ": "
                            + facts.causes().words() + ".")
                    .orElse("Was due on " + day(due.date()) + ", " + days(-daysLeft) + " ago.");
            return new StateToday(DetectorState.OVERDUE, false, why, due, LocalDate.MAX);
        }
        var owed = facts.bumps().stream()
                .filter(bump -> bump.isOwed(rhythm, today))
                .toList();
        if (daysLeft == 0) {
            boolean byInterval = cause.isEmpty() && !facts.uncalibrated();
            var lastDay = "Due today, the last day it may be used.";
            var why = cause.map(c -> "Due at once: " + facts.causes().words() + ".")
                    .orElse(
                            !byInterval
                                    ? "Not to be used: a sensor was fitted that nobody here has calibrated."
                                    : owed.isEmpty()
                                            ? lastDay
                                            : lastDay + " "
                                                    + bumpFirst(
                                                            owed, facts.bumps().size(), rhythm));
            return new StateToday(DetectorState.DUE, byInterval && owed.isEmpty(), why, due, today);
        }
        if (!owed.isEmpty()) {
            return new StateToday(
                    DetectorState.BUMP_FIRST,
                    false,
                    bumpFirst(owed, facts.bumps().size(), rhythm),
                    due,
                    whileBumped(facts, rhythm, today, due.date().minusDays(1)));
        }
        if (daysLeft <= rhythm.soonDays()) {
            return new StateToday(
                    DetectorState.DUE_SOON,
                    true,
                    "Due on " + day(due.date()) + ", in " + days(daysLeft) + ".",
                    due,
                    whileBumped(facts, rhythm, today, due.date().minusDays(1)));
        }
        return new StateToday(
                DetectorState.READY,
                true,
                "In date until " + day(due.date()) + ".",
                due,
                whileBumped(facts, rhythm, today, due.date().minusDays(rhythm.soonDays() + 1L)));
    }

    /** @param fitted how many sensors it has; they are named where only some of them wait */
    private static String bumpFirst(List<LastBump> owed, int fitted, Rhythm rhythm) {
        var named = owed.size() == fitted
                ? ""
                : owed.stream().map(LastBump::sensor).collect(Collectors.joining(", ", " ", ""));
        var oldest = owed.stream()
                .filter(bump -> bump.on().isPresent())
                .min(Comparator.comparing(bump -> bump.on().orElseThrow()));
        boolean never = owed.stream().anyMatch(bump -> bump.on().isEmpty());
        var last = oldest.filter(bump -> !never)
                .map(bump -> "last good one " + day(bump.on().orElseThrow())
                        + (bump.days(rhythm) > 1 ? ", which counted for " + days(bump.days(rhythm)) : ""))
                .orElse("none on record");
        return "Bump" + named + " before today's use; " + last + ".";
    }

    /** No longer than each of the bumps that count today. */
    private static LocalDate whileBumped(DetectorFacts facts, Rhythm rhythm, LocalDate today, LocalDate until) {
        return facts.bumps().stream()
                .filter(bump -> bump.isAsked(rhythm) && !bump.isOwed(rhythm, today))
                .flatMap(bump -> bump.countsThrough(rhythm).stream())
                .filter(counts -> counts.isBefore(until))
                .min(Comparator.naturalOrder())
                .orElse(until);
    }

    /**
     * May be checked out: it may be used now, or only its bump is missing.
     *
     * @return whether that is so
     */
    public boolean mayBeLent() {
        return mayBeLent(word, usable);
    }

    /**
     * {@return the same of a state that was worked out before}
     *
     * @param word state of the detector
     * @param usable whether it may be used
     */
    public static boolean mayBeLent(DetectorState word, boolean usable) {
        return usable || word == DetectorState.BUMP_FIRST;
    }
}
