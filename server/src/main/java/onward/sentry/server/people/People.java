package onward.sentry.server.people;

import java.time.LocalDate;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import onward.sentry.core.policy.Competence;
import onward.sentry.core.policy.Password;
import onward.sentry.core.policy.Pin;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
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

    private static final int MOST_NAME = 60;

    /** Whoever has this and nothing else may choose a password, and do nothing else. */
    private static final String NEWCOMER = "NEWCOMER";

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

    /** Nobody is known, or those who are came with an archive, without passwords. */
    public boolean nobodyYet() {
        return persons.countByPasswordHashNot("") == 0;
    }

    /** @throws onward.sentry.core.working.Refused when the name is taken or the password too short */
    @Transactional
    public void add(String signInName, String displayName, Role role, String password, String by) {
        add(signInName, displayName, role, password, false, by);
    }

    /** @return the password to begin with, good for choosing an own one only */
    @Transactional
    String add(String signInName, String displayName, Role role, String by) {
        var password = OneTimeCode.fresh();
        add(signInName, displayName, role, password, true, by);
        return password;
    }

    private void add(String signInName, String displayName, Role role, String password, boolean temporary, String by) {
        var name = signInName.strip().toLowerCase(Locale.ROOT);
        Refusal.unless(
                name.matches("[a-z0-9._-]{2,40}"),
                "sign-in-name",
                "signInName",
                "A sign-in name has 2 to 40 letters, digits, dots or dashes.",
                "For example 'una'.");
        Refusal.unless(
                !displayName.isBlank() && displayName.strip().length() <= MOST_NAME,
                "display-name",
                "displayName",
                "The name that records show has 1 to " + MOST_NAME + " characters.",
                "Give first and last name.");
        Password.check("password", password, name);
        Refusal.unless(
                persons.findBySignInName(name).isEmpty(),
                "sign-in-name-taken",
                "signInName",
                "'" + name + "' is taken.",
                "Pick another sign-in name.");
        Refusal.unless(
                persons.findAllByOrderBySignInName().stream()
                        .noneMatch(other -> other.displayName().equalsIgnoreCase(displayName.strip())),
                "display-name-taken",
                "displayName",
                "Records name somebody '" + displayName.strip() + "' already.",
                "Add a second name or a number, so that records tell the two apart.");
        var person =
                new Person(UUID.randomUUID(), name, displayName.strip(), role, passwords.encode(password), site.now());
        person.password(person.passwordHash(), temporary);
        persons.save(person);
        ledger.append(LedgerKind.PERSON_ADDED, by, Map.of("signInName", name, "role", role.label()));
    }

    /**
     * A person's own choice.
     *
     * @param before empty where the password is one that somebody gave them: they can have signed in with nothing else
     * @throws onward.sentry.core.working.Refused when the one before is not right
     */
    @Transactional
    void choosePassword(String signInName, Optional<String> before, String fresh) {
        var person = person(signInName);
        Refusal.unless(
                before.map(typed -> passwords.matches(typed, person.passwordHash()))
                        .orElse(person.passwordTemporary()),
                "password-before",
                "before",
                "This is not the password that you signed in with.",
                "Type it again, or ask an administrator for a new one.");
        Password.check("fresh", fresh, signInName);
        Refusal.unless(
                !passwords.matches(fresh, person.passwordHash()),
                "password-same",
                "fresh",
                "That is the password you have already.",
                "Choose another one.");
        person.password(passwords.encode(fresh), false);
        ledger.append(LedgerKind.PASSWORD_CHOSEN, person.displayName(), Map.of("signInName", signInName));
    }

    /** A PIN for signing at the bench, of somebody whose password was right. */
    @Transactional
    public void choosePin(String signInName, String pin) {
        var person = person(signInName);
        Pin.check(pin);
        person.pin(passwords.encode(pin));
        ledger.append(LedgerKind.PIN_CHOSEN, person.displayName(), Map.of("signInName", signInName));
    }

    @Transactional(readOnly = true)
    public boolean isPinClosed(String signInName) {
        return person(signInName).isPinClosed();
    }

    /** Counts the wrong ones; whoever asks at the same time waits, and a PIN that is closed by then is not looked at. */
    @Transactional
    public boolean isPin(String signInName, String pin) {
        var person = persons.findAndHoldBySignInName(signInName)
                .orElseThrow(() -> new NotFound("Person '" + signInName + "'"));
        boolean right = person.leftOn().isEmpty()
                && !person.isPinClosed()
                && person.pinHash().filter(hash -> passwords.matches(pin, hash)).isPresent();
        if (right) {
            person.pinGiven();
        } else {
            person.pinFailed();
        }
        return right;
    }

    /** A right one opens the PIN again. */
    @Transactional
    public boolean isPassword(String signInName, String password) {
        var person = person(signInName);
        boolean right = person.leftOn().isEmpty() && passwords.matches(password, person.passwordHash());
        if (right) {
            person.pinGiven();
        }
        return right;
    }

    @Transactional
    void forgetPin(String signInName) {
        var person = person(signInName);
        person.pin(null);
        ledger.append(LedgerKind.PIN_GIVEN_UP, person.displayName(), Map.of("signInName", signInName));
    }

    /** @return a password good for choosing an own one only */
    @Transactional
    String resetPassword(String signInName, String by) {
        var password = OneTimeCode.fresh();
        var person = person(signInName);
        person.password(passwords.encode(password), true);
        person.pin(null);
        ledger.append(LedgerKind.PASSWORD_RESET, by, Map.of("signInName", signInName));
        return password;
    }

    @Transactional
    void changeRole(String signInName, Role role, String by) {
        var person = person(signInName);
        checkStillAdministered(person, role == Role.ADMINISTRATOR);
        ledger.append(
                LedgerKind.ROLE_CHANGED,
                by,
                Map.of("signInName", signInName, "from", person.role().label(), "to", role.label()));
        person.becomes(role);
    }

    @Transactional
    void leave(String signInName, String by) {
        var person = person(signInName);
        checkStillAdministered(person, false);
        person.leave(site.today());
        ledger.append(LedgerKind.PERSON_LEFT, by, Map.of("signInName", signInName));
    }

    @Transactional
    void comeBack(String signInName, String by) {
        person(signInName).comeBack();
        ledger.append(LedgerKind.PERSON_BACK, by, Map.of("signInName", signInName));
    }

    private void checkStillAdministered(Person person, boolean stays) {
        boolean others = persons.findAllByOrderBySignInName().stream()
                .anyMatch(other -> other != person
                        && other.role() == Role.ADMINISTRATOR
                        && other.leftOn().isEmpty());
        Refusal.unless(
                stays || others || person.role() != Role.ADMINISTRATOR,
                "last-administrator",
                "signInName",
                person.displayName() + " is the only administrator.",
                "Make somebody else administrator first.");
    }

    @Override
    @Transactional(readOnly = true)
    public UserDetails loadUserByUsername(String signInName) {
        var person = persons.findBySignInName(signInName.strip().toLowerCase(Locale.ROOT))
                .orElseThrow(() -> new UsernameNotFoundException("no such person"));
        return User.withUsername(person.signInName())
                .password(person.passwordHash())
                .disabled(person.leftOn().isPresent())
                .roles(person.passwordTemporary() ? NEWCOMER : person.role().name())
                .build();
    }

    @Transactional(readOnly = true)
    Person person(String signInName) {
        return persons.findBySignInName(signInName).orElseThrow(() -> new NotFound("Person '" + signInName + "'"));
    }

    @Transactional(readOnly = true)
    public boolean isKnown(String signInName) {
        return persons.findBySignInName(signInName).isPresent();
    }

    /** Known, and has not left the site. */
    @Transactional(readOnly = true)
    public boolean isHere(String signInName) {
        return persons.findBySignInName(signInName)
                .filter(person -> person.leftOn().isEmpty())
                .isPresent();
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
    public record Worker(String displayName, List<Competence> competences) {

        /** What the worker is qualified for on a day. */
        public Set<String> competencesOn(LocalDate day) {
            return competences.stream()
                    .filter(competence -> competence.holdsOn(day))
                    .map(Competence::name)
                    .collect(Collectors.toSet());
        }
    }

    /** Everybody who may work at the bench, by sign-in name. */
    @Transactional(readOnly = true)
    public List<Worker> workers() {
        return persons.findAllByOrderBySignInName().stream()
                .filter(person -> person.leftOn().isEmpty())
                .filter(person -> person.role() == Role.TECHNICIAN || person.role() == Role.LEAD)
                .map(person -> new Worker(person.displayName(), person.competences()))
                .toList();
    }

    /** What a person is qualified for today, as procedure cards ask for it. */
    @Transactional(readOnly = true)
    public Set<String> competences(String signInName) {
        return person(signInName).competencesOn(site.today());
    }

    /** Whether somebody was qualified for it once, and no longer is. @param displayName as records name the person */
    @Transactional(readOnly = true)
    public boolean hadCompetence(String displayName, String competence) {
        return persons.findAllByOrderBySignInName().stream()
                .filter(person -> person.displayName().equals(displayName))
                .flatMap(person -> person.competences().stream())
                .anyMatch(one -> one.name().equals(competence) && !one.holdsOn(site.today()));
    }

    @Transactional
    public void qualify(String signInName, Competence competence, String by) {
        person(signInName).qualify(competence);
        ledger.append(
                LedgerKind.PERSON_QUALIFIED,
                by,
                Map.of(
                        "signInName",
                        signInName,
                        "competence",
                        competence.name(),
                        "until",
                        competence.until().map(LocalDate::toString).orElse("")));
    }

    @Transactional
    void disqualify(String signInName, String competence, String by) {
        if (!person(signInName).disqualify(competence)) {
            throw new NotFound("The competence '" + competence + "' of " + signInName);
        }
        ledger.append(LedgerKind.QUALIFICATION_ENDED, by, Map.of("signInName", signInName, "competence", competence));
    }
}
