package onward.sentry.planner;

import com.google.ortools.sat.BoolVar;
import com.google.ortools.sat.CpModel;
import com.google.ortools.sat.LinearExpr;
import com.google.ortools.sat.LinearExprBuilder;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.ToLongFunction;
import onward.sentry.core.plan.BenchDay;
import onward.sentry.core.plan.BenchPlan;
import onward.sentry.core.plan.PlanCost;
import onward.sentry.core.plan.PlanJob;
import onward.sentry.core.plan.PlanTask;

/**
 * A task as a model of whole numbers: for each job and each of its days whether it stands there, for each gas and day whether
 * it is set up, and how far a day is beyond what is better kept free.
 */
final class PlanModel {

    /** @param late days late, when the job stands on this day */
    private record Place(PlanJob job, BenchDay day, BoolVar chosen, int late) {}

    private final PlanTask task;
    private final CpModel model = new CpModel();
    private final List<Place> places = new ArrayList<>();
    private final Map<PlanJob, BoolVar> without = new HashMap<>();
    private final LinearExprBuilder setUpCost = LinearExpr.newBuilder();
    private final LinearExprBuilder tightCost = LinearExpr.newBuilder();
    private final Map<String, BoolVar> setUps = new HashMap<>();
    private final Map<LocalDate, com.google.ortools.sat.IntVar> tight = new HashMap<>();

    /** @param slack days that a job may be later than it has to be: no better plan has one that is later than that */
    PlanModel(PlanTask task, long slack) {
        this.task = task;
        var byDay = new HashMap<BenchDay, List<Place>>();
        for (var job : task.jobs()) {
            places(job, slack).forEach(place -> {
                places.add(place);
                byDay.computeIfAbsent(place.day(), day -> new ArrayList<>()).add(place);
            });
        }
        byDay.forEach(this::day);
    }

    CpModel model() {
        return model;
    }

    private List<Place> places(PlanJob job, long slack) {
        int leastLate = leastLate(task, job);
        var own = task.daysFor(job).stream()
                .filter(day -> job.lateOn(day.date()) <= leastLate + slack)
                .map(day -> new Place(
                        job, day, model.newBoolVar(job.detector() + " " + day.date()), job.lateOn(day.date())))
                .toList();
        var all = new ArrayList<BoolVar>(own.stream().map(Place::chosen).toList());
        if (own.isEmpty() || PlanCost.lateWithout(task, job) <= leastLate + slack) {
            var none = model.newBoolVar(job.detector() + " without");
            without.put(job, none);
            all.add(none);
        }
        model.addExactlyOne(all.toArray(new BoolVar[0]));
        return own;
    }

    /** The least that a job is late by, wherever the others stand. */
    static int leastLate(PlanTask task, PlanJob job) {
        return task.daysFor(job).stream()
                .mapToInt(day -> job.lateOn(day.date()))
                .min()
                .orElseGet(() -> PlanCost.lateWithout(task, job));
    }

    private void day(BenchDay day, List<Place> places) {
        var minutes = LinearExpr.newBuilder();
        var used = new HashMap<String, BoolVar>();
        for (var place : places) {
            var setUp =
                    used.computeIfAbsent(place.job().setUp(), key -> model.newBoolVar("gas " + key + " " + day.date()));
            model.addImplication(place.chosen(), setUp);
            minutes.addTerm(place.chosen(), place.job().minutes());
        }
        used.forEach((key, setUp) -> {
            setUps.put(key + " " + day.date(), setUp);
            minutes.addTerm(setUp, task.rules().setUpMinutes());
            setUpCost.addTerm(setUp, 10L * task.rules().setUpMinutes());
        });
        model.addLessOrEqual(minutes, day.minutes());
        int free = day.minutes() * (100 - task.rules().keepFreePercent()) / 100;
        var beyond = model.newIntVar(0, day.minutes(), "tight " + day.date());
        tight.put(day.date(), beyond);
        minutes.addTerm(beyond, -1);
        model.addLessOrEqual(minutes, free);
        tightCost.addTerm(beyond, PlanCost.TIGHT);
        competences(day, places);
        crews(day, places);
    }

    private void competences(BenchDay day, List<Place> places) {
        for (var set : task.competenceSets()) {
            var asked = LinearExpr.newBuilder();
            places.stream()
                    .filter(place ->
                            place.job().competence().filter(set::contains).isPresent())
                    .forEach(place -> asked.addTerm(place.chosen(), place.job().minutes()));
            model.addLessOrEqual(asked, day.minutesOfAny(set));
        }
    }

    private void crews(BenchDay day, List<Place> places) {
        var byCrew = new HashMap<String, List<BoolVar>>();
        places.stream()
                .filter(place -> place.job().worksOn(day.date()))
                .forEach(place -> byCrew.computeIfAbsent(place.job().crew(), crew -> new ArrayList<>())
                        .add(place.chosen()));
        byCrew.forEach((crew, chosen) -> {
            if (chosen.size() > task.mostAway(crew)) {
                model.addLessOrEqual(LinearExpr.sum(chosen.toArray(new BoolVar[0])), task.mostAway(crew));
            }
        });
    }

    private LinearExprBuilder lateness() {
        var late = LinearExpr.newBuilder();
        places.forEach(place -> late.addTerm(place.chosen(), place.late()));
        without.forEach((job, none) -> late.addTerm(none, PlanCost.lateWithout(task, job)));
        return late;
    }

    void minimizeLateness() {
        model.minimize(lateness());
    }

    void minimizeCostBeside() {
        var cost = LinearExpr.newBuilder();
        places.forEach(place -> cost.addTerm(
                place.chosen(), PlanCost.alone(task, place.job(), place.day().date())));
        cost.add(setUpCost.build()).add(tightCost.build());
        model.minimize(cost);
    }

    void noLaterThan(long days) {
        model.addLessOrEqual(lateness(), days);
    }

    /** Where the search begins. */
    void hint(BenchPlan plan) {
        model.clearHints();
        for (var place : places) {
            boolean there =
                    plan.dayOf(place.job()).filter(place.day().date()::equals).isPresent();
            model.addHint(place.chosen(), there);
        }
        without.forEach((job, none) -> model.addHint(none, plan.dayOf(job).isEmpty()));
    }

    /** @param chosen tells which variables are on in a solution */
    BenchPlan plan(ToLongFunction<BoolVar> chosen) {
        var days = new HashMap<String, LocalDate>();
        places.stream()
                .filter(place -> chosen.applyAsLong(place.chosen()) == 1)
                .forEach(place -> days.put(place.job().detector(), place.day().date()));
        return new BenchPlan(days);
    }
}
