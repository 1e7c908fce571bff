package onward.sentry.server.people;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import java.security.Principal;
import java.util.List;
import onward.sentry.server.platform.Once;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RestController;

/** Who there is, and what each is qualified for. */
@RestController
class PeopleController {

    private final People people;
    private final Once once;

    PeopleController(People people, Once once) {
        this.people = people;
        this.once = once;
    }

    record PersonView(String signInName, String displayName, Role role, List<String> competences) {
        static PersonView of(Person person) {
            return new PersonView(
                    person.signInName(),
                    person.displayName(),
                    person.role(),
                    person.competences().stream().sorted().toList());
        }
    }

    record Qualification(@NotBlank String competence) {}

    @GetMapping("/api/v1/people")
    @Transactional(readOnly = true)
    public List<PersonView> people() {
        return people.all().stream().map(PersonView::of).toList();
    }

    @PostMapping("/api/v1/people/{signInName}/competences")
    @Transactional
    public PersonView qualify(
            @RequestHeader("Idempotency-Key") String key,
            @PathVariable String signInName,
            @Valid @RequestBody Qualification body,
            Principal principal) {
        return once.per(key, principal.getName(), PersonView.class, () -> {
            people.qualify(signInName, body.competence().strip(), people.displayName(principal.getName()));
            return PersonView.of(people.person(signInName));
        });
    }
}
