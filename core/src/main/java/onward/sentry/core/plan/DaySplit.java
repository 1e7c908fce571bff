package onward.sentry.core.plan;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/**
 * Shares the work of a bench day out: what asks for a competence first, then each gas to one technician as far as that goes.
 * It is a proposal; who is free takes the next.
 */
public final class DaySplit {

    private DaySplit() {}

    /**
     * {@return jobs by technician; everybody who works that day is in it}
     *
     * @param day a day on which the bench is open
     * @param jobs jobs of the day
     */
    public static Map<String, List<PlanJob>> of(BenchDay day, List<PlanJob> jobs) {
        var minutes = new LinkedHashMap<Shift, Integer>();
        var work = new LinkedHashMap<String, List<PlanJob>>();
        day.shifts().forEach(shift -> {
            minutes.put(shift, 0);
            work.put(shift.technician(), new ArrayList<>());
        });
        var groups = jobs.stream()
                .collect(Collectors.groupingBy(
                        job -> job.setUp() + " " + job.competence(), LinkedHashMap::new, Collectors.toList()))
                .values()
                .stream()
                .sorted(Comparator.comparing((List<PlanJob> group) ->
                                group.get(0).competence().isEmpty())
                        .thenComparing(group -> -sum(group)))
                .toList();
        for (var group : groups) {
            for (var job : group) {
                minutes.keySet().stream()
                        .filter(shift -> job.competence()
                                .map(shift.competences()::contains)
                                .orElse(true))
                        .min(Comparator.comparing((Shift shift) -> minutes.get(shift) + job.minutes() > shift.minutes())
                                .thenComparing(shift -> work.get(shift.technician()).stream()
                                        .noneMatch(other -> other.setUp().equals(job.setUp())))
                                .thenComparing(shift -> minutes.get(shift) - shift.minutes()))
                        .ifPresent(shift -> {
                            minutes.merge(shift, job.minutes(), Integer::sum);
                            work.get(shift.technician()).add(job);
                        });
            }
        }
        return work;
    }

    private static int sum(List<PlanJob> jobs) {
        return jobs.stream().mapToInt(PlanJob::minutes).sum();
    }
}
