package onward.sentry.server.people;

import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import org.springframework.security.core.userdetails.User;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.core.userdetails.UserDetailsService;
import org.springframework.security.core.userdetails.UsernameNotFoundException;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The people of the site. */
@Service
public class People implements UserDetailsService {

    private static final int LEAST_PASSWORD = 10;

    private final PersonRepository persons;
    private final PasswordEncoder passwords;
    private final Ledger ledger;
    private final Site site;

    People(PersonRepository persons, PasswordEncoder passwords, Ledger ledger, Site site) {
        this.persons = persons;
        this.passwords = passwords;
        this.ledger = ledger;
        this.site = site;
    }

    public boolean nobodyYet() {
        return persons.count() == 0;
    }

    /** @throws onward.sentry.core.working.Refused when the name is taken or the password too short */
    @Transactional
    public void add(String signInName, String displayName, Role role, String password, String by) {
        var name = signInName.strip().toLowerCase(Locale.ROOT);
        Refusal.unless(
                name.matches("[a-z0-9._-]{2,40}"),
                "sign-in-name",
                "signInName",
                "A sign-in name has 2 to 40 letters, digits, dots or dashes.",
                "For example 'una'.");
        Refusal.unless(
                !displayName.isBlank(),
                "display-name",
                "displayName",
                "The name that records show is missing.",
                "Give first and last name.");
        Refusal.unless(
                password.length() >= LEAST_PASSWORD && password.length() <= 70,
                "password-length",
                "password",
                "A password has " + LEAST_PASSWORD + " to 70 characters; this one has " + password.length() + ".",
                "A few words in a row are easy to remember.");
        Refusal.unless(
                persons.findBySignInName(name).isEmpty(),
                "sign-in-name-taken",
                "signInName",
                "'" + name + "' is taken.",
                "Pick another sign-in name.");
        persons.save(
                new Person(UUID.randomUUID(), name, displayName.strip(), role, passwords.encode(password), site.now()));
        ledger.append("person-added", by, Map.of("signInName", name, "role", role.label()));
    }

    @Override
    @Transactional(readOnly = true)
    public UserDetails loadUserByUsername(String signInName) {
        var person = persons.findBySignInName(signInName.strip().toLowerCase(Locale.ROOT))
                .orElseThrow(() -> new UsernameNotFoundException("no such person"));
        return User.withUsername(person.signInName())
                .password(person.passwordHash())
                .roles(person.role().name())
                .build();
    }

    @Transactional(readOnly = true)
    Person person(String signInName) {
        return persons.findBySignInName(signInName).orElseThrow(() -> new NotFound("Person '" + signInName + "'"));
    }

    /** The name that records show for a sign-in name. */
    @Transactional(readOnly = true)
    public String displayName(String signInName) {
        return person(signInName).displayName();
    }

    /** Whether a person may do what a role may. */
    @Transactional(readOnly = true)
    public boolean isAtLeast(String signInName, Role role) {
        return person(signInName).role().compareTo(role) >= 0;
    }

    /** Everybody, by sign-in name. */
    @Transactional(readOnly = true)
    List<Person> all() {
        return persons.findAllByOrderBySignInName();
    }

    /** Somebody who works at the bench. */
    public record Worker(String displayName, Set<String> competences) {}

    /** Everybody who may work at the bench, by sign-in name. */
    @Transactional(readOnly = true)
    public List<Worker> workers() {
        return persons.findAllByOrderBySignInName().stream()
                .filter(person -> person.role() == Role.TECHNICIAN || person.role() == Role.LEAD)
                .map(person -> new Worker(person.displayName(), Set.copyOf(person.competences())))
                .toList();
    }

    /** What a person is qualified for, as procedure cards ask for it. */
    @Transactional(readOnly = true)
    public Set<String> competences(String signInName) {
        return person(signInName).competences();
    }

    @Transactional
    public void qualify(String signInName, String competence, String by) {
        person(signInName).qualify(competence);
        ledger.append("person-qualified", by, Map.of("signInName", signInName, "competence", competence));
    }
}
