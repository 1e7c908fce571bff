package onward.sentry.server.people;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.policy.Competence;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.Site;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Who there is, what each may do, and what each is qualified for until when. */
@RestController
class PeopleController {

    private final People people;
    private final Sessions sessions;
    private final SignInGuard guard;
    private final IdempotentRequests once;
    private final Site site;

    PeopleController(People people, Sessions sessions, SignInGuard guard, IdempotentRequests once, Site site) {
        this.people = people;
        this.sessions = sessions;
        this.guard = guard;
        this.once = once;
        this.site = site;
    }

    record CompetenceView(String name, Optional<LocalDate> until, boolean holds) {}

    /**
     * @param leftOn empty while at the site
     * @param closed after too many wrong passwords, for a while
     * @param passwordTemporary the person has not chosen an own password yet
     * @param sessions how many devices the person is signed in on
     */
    record PersonView(
            String signInName,
            String displayName,
            Role role,
            List<CompetenceView> competences,
            Optional<LocalDate> leftOn,
            boolean closed,
            boolean passwordTemporary,
            int sessions) {}

    record NewPerson(
            @NotNull String signInName,
            @NotNull String displayName,
            @NotNull Role role) {}

    /** @param password said once, never again */
    record FirstPassword(String signInName, String password) {}

    record NewRole(@NotNull Role role) {}

    record Qualification(@NotNull String competence, Optional<LocalDate> until) {}

    @GetMapping("/api/v1/people")
    @Transactional(readOnly = true)
    public List<PersonView> people() {
        return people.all().stream().map(this::view).toList();
    }

    /** Not repeated by its key: the password stands in no table. */
    @PostMapping("/api/v1/people")
    FirstPassword add(@Valid @RequestBody NewPerson body, Principal principal) {
        var password = people.add(body.signInName(), body.displayName(), body.role(), by(principal));
        return new FirstPassword(body.signInName(), password);
    }

    /** A new password to begin with; opens the name again and ends every session of the person. */
    @PostMapping("/api/v1/people/{signInName}/password")
    FirstPassword resetPassword(@PathVariable String signInName, Principal principal) {
        var password = people.resetPassword(signInName, by(principal));
        guard.reopened(signInName);
        sessions.endAll(signInName);
        return new FirstPassword(signInName, password);
    }

    @PostMapping("/api/v1/people/{signInName}/role")
    @Transactional
    public PersonView changeRole(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String signInName,
            @Valid @RequestBody NewRole body,
            Principal principal) {
        return changed(key, principal, signInName, () -> {
            people.changeRole(signInName, body.role(), by(principal));
            sessions.endAll(signInName);
        });
    }

    @PostMapping("/api/v1/people/{signInName}/leaving")
    @Transactional
    public PersonView leave(
            @RequestHeader("Idempotency-Key") String key, @PathVariable String signInName, Principal principal) {
        return changed(key, principal, signInName, () -> {
            people.leave(signInName, by(principal));
            sessions.endAll(signInName);
        });
    }

    @PostMapping("/api/v1/people/{signInName}/return")
    @Transactional
    public PersonView comeBack(
            @RequestHeader("Idempotency-Key") String key, @PathVariable String signInName, Principal principal) {
        return changed(key, principal, signInName, () -> people.comeBack(signInName, by(principal)));
    }

    @PostMapping("/api/v1/people/{signInName}/competences")
    @Transactional
    public PersonView qualify(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String signInName,
            @Valid @RequestBody Qualification body,
            Principal principal) {
        return changed(
                key,
                principal,
                signInName,
                () -> people.qualify(signInName, new Competence(body.competence(), body.until()), by(principal)));
    }

    @DeleteMapping("/api/v1/people/{signInName}/competences/{name}")
    @Transactional
    public PersonView disqualify(@PathVariable String signInName, @PathVariable String name, Principal principal) {
        people.disqualify(signInName, name, by(principal));
        return view(people.person(signInName));
    }

    private PersonView changed(String key, Principal principal, String signInName, Runnable change) {
        return once.execute(key, principal.getName(), PersonView.class, () -> {
            change.run();
            return view(people.person(signInName));
        });
    }

    private String by(Principal principal) {
        return people.displayName(principal.getName());
    }

    private PersonView view(Person person) {
        return new PersonView(
                person.signInName(),
                person.displayName(),
                person.role(),
                person.competences().stream()
                        .map(one -> new CompetenceView(one.name(), one.until(), one.holdsOn(site.today())))
                        .toList(),
                person.leftOn(),
                guard.isClosedSomewhere(person.signInName()),
                person.passwordTemporary(),
                sessions.of(person.signInName()).size());
    }
}
