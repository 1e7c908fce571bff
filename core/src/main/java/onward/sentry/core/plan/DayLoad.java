package onward.sentry.core.plan;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Supplier;

/** What is on one bench day so far, and which hard rule one more job would break. */
final class DayLoad {

    private final PlanTask task;
    private final BenchDay bench;
    private final List<Set<String>> competences;
    private final int[] minutesOf;
    private final Map<String, Integer> setUps = new HashMap<>();
    private final Map<String, Integer> away = new HashMap<>();
    private int work;

    DayLoad(PlanTask task, BenchDay bench, List<Set<String>> competences) {
        this.task = task;
        this.bench = bench;
        this.competences = competences;
        this.minutesOf = new int[competences.size()];
    }

    LocalDate date() {
        return bench.date();
    }

    /** Work and set-ups together. */
    int minutes() {
        return work + setUps.size() * task.rules().setUpMinutes();
    }

    int setUps() {
        return setUps.size();
    }

    boolean has(String setUp) {
        return setUps.containsKey(setUp);
    }

    /** Minutes beyond what is better kept free. */
    int tight() {
        return tight(minutes());
    }

    /** As {@link #tight}, if so many minutes were used. */
    int tight(int used) {
        return Math.max(0, used - bench.minutes() * (100 - task.rules().keepFreePercent()) / 100);
    }

    /** Minutes that one more job brings, its set-up included where that is not there yet. */
    int minutesWith(PlanJob job) {
        return minutes() + job.minutes() + (has(job.setUp()) ? 0 : task.rules().setUpMinutes());
    }

    void add(PlanJob job) {
        put(job, 1);
    }

    void remove(PlanJob job) {
        put(job, -1);
    }

    private void put(PlanJob job, int sign) {
        work += sign * job.minutes();
        setUps.merge(job.setUp(), sign, DayLoad::sum);
        if (job.worksOn(date())) {
            away.merge(job.crew(), sign, DayLoad::sum);
        }
        job.competence().ifPresent(asked -> {
            for (int i = 0; i < minutesOf.length; i++) {
                if (competences.get(i).contains(asked)) {
                    minutesOf[i] += sign * job.minutes();
                }
            }
        });
    }

    /** Leaves no entry behind for what is not there any more. */
    private static Integer sum(int before, int more) {
        return before + more == 0 ? null : Integer.valueOf(before + more);
    }

    /** The hard rule that one more job would break on this day. */
    Optional<Breach> refuses(PlanJob job) {
        var crew = job.worksOn(date()) ? crew(job.crew(), awayOf(job.crew()) + 1) : Optional.<Breach>empty();
        return minutes(minutesWith(job))
                .or(() -> crew)
                .or(() -> job.competence().flatMap(asked -> {
                    for (int i = 0; i < minutesOf.length; i++) {
                        if (competences.get(i).contains(asked)) {
                            var breach = competence(i, minutesOf[i] + job.minutes());
                            if (breach.isPresent()) {
                                return breach;
                            }
                        }
                    }
                    return Optional.empty();
                }));
    }

    /** Every hard rule that stands broken on this day as a whole. */
    List<Breach> breaches() {
        var found = new ArrayList<Breach>();
        minutes(minutes()).ifPresent(found::add);
        away.forEach((crew, count) -> crew(crew, count).ifPresent(found::add));
        for (int i = 0; i < minutesOf.length; i++) {
            competence(i, minutesOf[i]).ifPresent(found::add);
        }
        return found;
    }

    private int awayOf(String crew) {
        return away.getOrDefault(crew, 0);
    }

    private Optional<Breach> minutes(int used) {
        return breach(
                used > bench.minutes(),
                Breach.Kind.MINUTES,
                () -> used + " minutes of work and set-ups, " + bench.minutes() + " are there");
    }

    private Optional<Breach> crew(String crew, int count) {
        return breach(
                count > task.mostAway(crew),
                Breach.Kind.CREW,
                () -> count + " detectors of " + crew + " at once, at most " + task.mostAway(crew));
    }

    private Optional<Breach> competence(int set, int asked) {
        int there = bench.minutesOfAny(competences.get(set));
        return breach(
                asked > there,
                Breach.Kind.COMPETENCE,
                () -> asked + " minutes that ask for " + String.join(" or ", competences.get(set)) + ", " + there
                        + " are there");
    }

    private Optional<Breach> breach(boolean broken, Breach.Kind kind, Supplier<String> what) {
        return broken ? Optional.of(new Breach(kind, date(), what.get() + ".")) : Optional.empty();
    }
}
