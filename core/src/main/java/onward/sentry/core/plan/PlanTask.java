package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;

/**
 * What a bench plan is made of.
 *
 * @param days on which the bench is open, in order, at least one
 * @param jobs each detector once
 * @param setUps every set-up that a job names
 * @param mostAway how many detectors of a crew may be at the bench on one day, by crew
 * @param before the plan that stands, by detector; a new one moves as little of it as it can; empty: there is none
 */
public record PlanTask(
        PlanRules rules,
        List<BenchDay> days,
        List<PlanJob> jobs,
        Map<String, GasSetUp> setUps,
        Map<String, Integer> mostAway,
        Map<String, LocalDate> before) {

    /** Beyond so many competences a set of several is not looked at, only each alone. */
    private static final int MOST_JOINED = 6;

    /**
     * Copies what it is given.
     *
     * @param rules by which version the run is judged
     * @param days on which the bench is open, in order, at least one
     * @param jobs each detector once
     * @param setUps every set-up that a job names
     * @param mostAway how many detectors of a crew may be at the bench on one day, by crew
     * @param before the plan that stands, by detector; a new one moves as little of it as it can; empty: there is none
     */
    public PlanTask {
        days = days.stream().sorted(Comparator.comparing(BenchDay::date)).toList();
        jobs = List.copyOf(jobs);
        setUps = Map.copyOf(setUps);
        mostAway = Map.copyOf(mostAway);
        before = Map.copyOf(before);
        if (days.isEmpty()) {
            throw new IllegalArgumentException("a plan needs a day on which the bench is open");
        }
        for (var job : jobs) {
            if (!setUps.containsKey(job.setUp())) {
                throw new IllegalArgumentException(job.detector() + " names the unknown set-up " + job.setUp());
            }
        }
    }

    /**
     * {@return the bench day of a date; empty when the bench is closed}
     *
     * @param date the day
     */
    public Optional<BenchDay> day(LocalDate date) {
        return days.stream().filter(day -> day.date().equals(date)).findFirst();
    }

    /**
     * {@return the gas set-up that a job needs}
     *
     * @param job a job of the task
     */
    public GasSetUp setUp(PlanJob job) {
        return setUps.get(job.setUp());
    }

    /**
     * {@return how many detectors of a crew may be at the bench on one day}
     *
     * @param crew name of the crew
     */
    public int mostAway(String crew) {
        return mostAway.getOrDefault(crew, Integer.MAX_VALUE);
    }

    /**
     * {@return the same task with other days}
     *
     * @param others what takes their place
     */
    public PlanTask with(List<BenchDay> others) {
        return new PlanTask(rules, others, jobs, setUps, mostAway, before);
    }

    /**
     * {@return days on which a job may stand by itself: open, not too early, with gas for it; the pinned day alone where it
     * has one}
     *
     * @param job a job of the task
     */
    public List<BenchDay> daysFor(PlanJob job) {
        return days.stream().filter(day -> mayStand(job, day.date())).toList();
    }

    private boolean mayStand(PlanJob job, LocalDate day) {
        return !day.isBefore(job.earliest())
                && setUp(job).servesOn(day)
                && job.pinned().map(day::equals).orElse(true);
    }

    /**
     * Sets of competences of which none may be asked more minutes than those who hold one of them have: what makes sure that
     * the jobs of a day can be shared out.
     *
     * @return sets of names of competences
     */
    public List<Set<String>> competenceSets() {
        var named = new ArrayList<>(new TreeSet<>(
                jobs.stream().flatMap(job -> job.competence().stream()).collect(Collectors.toSet())));
        if (named.size() > MOST_JOINED) {
            return named.stream().map(Set::of).toList();
        }
        var sets = new ArrayList<Set<String>>();
        for (int bits = 1; bits < 1 << named.size(); bits++) {
            var set = new TreeSet<String>();
            for (int i = 0; i < named.size(); i++) {
                if ((bits >> i & 1) == 1) {
                    set.add(named.get(i));
                }
            }
            sets.add(Set.copyOf(set));
        }
        return sets;
    }
}
