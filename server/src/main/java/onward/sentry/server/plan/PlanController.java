package onward.sentry.server.plan;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.plan.Breach;
import onward.sentry.core.plan.DayChoice;
import onward.sentry.core.plan.LatenessRelief;
import onward.sentry.core.plan.PlanRules;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.IdempotentRequests;
import org.springframework.http.HttpStatus;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The bench plan: looked at, made, searched for a better one, moved by hand. */
@RestController
class PlanController {

    private final BenchPlans plans;
    private final BenchCalendar calendar;
    private final Improvement improvement;
    private final People people;
    private final IdempotentRequests once;

    PlanController(
            BenchPlans plans, BenchCalendar calendar, Improvement improvement, People people, IdempotentRequests once) {
        this.plans = plans;
        this.calendar = calendar;
        this.improvement = improvement;
        this.people = people;
        this.once = once;
    }

    /** @param replanEverything nothing but what is pinned stays where it is */
    record MakePlan(boolean replanEverything) {}

    /** @param day empty: it is let go */
    record MoveJob(Optional<LocalDate> day) {}

    /** @param minutes of each technician; empty: the bench is closed */
    record SetDay(
            @NotNull LocalDate day,
            Optional<Integer> minutes,
            @NotNull String remark) {}

    record SetAbsence(
            @NotNull String technician,
            @NotNull LocalDate since,
            @NotNull LocalDate until,
            @NotNull String remark) {}

    /** @param breaks the rule that the job would break on that day */
    record DayForJob(LocalDate day, Optional<BreachView> breaks, int lateDays, double moreMinutes) {
        static DayForJob of(DayChoice choice) {
            return new DayForJob(
                    choice.on(), choice.breaks().map(BreachView::of), choice.lateDays(), choice.moreMinutes());
        }
    }

    /** @param words by how much, without the day */
    record BreachView(Breach.Kind kind, String words) {
        static BreachView of(Breach breach) {
            return new BreachView(breach.kind(), breach.words());
        }
    }

    /** @param takes how long the job takes and what that is known from */
    record JobView(String serial, String takes, List<String> why, List<DayForJob> days) {}

    record WayView(LatenessRelief.Kind kind, String words) {}

    @GetMapping("/api/v1/plan")
    @Transactional(readOnly = true)
    public PlanView plan() {
        return PlanView.of(
                plans.standing(),
                calendar,
                people.workers().stream().map(People.Worker::displayName).toList(),
                improvement.running());
    }

    @PostMapping("/api/v1/plan")
    @Transactional
    public PlanView make(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody MakePlan body, Principal principal) {
        return once.execute(key, principal.getName(), PlanView.class, () -> {
            plans.make(body.replanEverything(), people.displayName(principal.getName()));
            return plan();
        });
    }

    /** Ends the search for a better plan; the best that it has found is taken. */
    @DeleteMapping("/api/v1/plan/search")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void enough() {
        improvement.enough();
    }

    /** What can be done about what is late. */
    @GetMapping("/api/v1/plan/ways")
    @Transactional(readOnly = true)
    public List<WayView> ways() {
        return plans.ways().stream()
                .map(way -> new WayView(way.kind(), way.words()))
                .toList();
    }

    @GetMapping("/api/v1/plan/jobs/{serial}")
    @Transactional(readOnly = true)
    public JobView job(@PathVariable String serial) {
        return new JobView(
                serial,
                plans.takes(serial),
                plans.why(serial),
                plans.choices(serial).stream().map(DayForJob::of).toList());
    }

    @PostMapping("/api/v1/plan/jobs/{serial}")
    @Transactional
    public PlanView move(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String serial,
            @Valid @RequestBody MoveJob body,
            Principal principal) {
        return once.execute(key, principal.getName(), PlanView.class, () -> {
            var by = people.displayName(principal.getName());
            body.day().ifPresentOrElse(day -> plans.move(serial, day, by), () -> plans.letGo(serial, by));
            return plan();
        });
    }

    @PostMapping("/api/v1/plan/rules")
    @Transactional
    public PlanView setRules(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody PlanRules body, Principal principal) {
        return once.execute(key, principal.getName(), PlanView.class, () -> {
            plans.setRules(body, people.displayName(principal.getName()));
            return plan();
        });
    }

    @PostMapping("/api/v1/plan/days")
    @Transactional
    public PlanView setDay(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody SetDay body, Principal principal) {
        return once.execute(key, principal.getName(), PlanView.class, () -> {
            calendar.set(body.day(), body.minutes(), body.remark(), people.displayName(principal.getName()));
            return plan();
        });
    }

    @DeleteMapping("/api/v1/plan/days/{day}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void asUsual(@PathVariable LocalDate day, Principal principal) {
        calendar.asUsual(day, people.displayName(principal.getName()));
    }

    @PostMapping("/api/v1/plan/absences")
    @Transactional
    public PlanView away(
            @RequestHeader("Idempotency-Key") String key, @Valid @RequestBody SetAbsence body, Principal principal) {
        return once.execute(key, principal.getName(), PlanView.class, () -> {
            calendar.away(
                    body.technician(),
                    body.since(),
                    body.until(),
                    body.remark(),
                    people.displayName(principal.getName()));
            return plan();
        });
    }

    @DeleteMapping("/api/v1/plan/absences/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void here(@PathVariable UUID id, Principal principal) {
        calendar.here(id, people.displayName(principal.getName()));
    }
}
