package onward.sentry.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import onward.sentry.core.policy.SiteProfile;
import onward.sentry.core.units.DateForm;
import onward.sentry.core.units.ShownUnit;
import onward.sentry.core.units.SiteUnits;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.server.platform.SentrySettings;
import onward.sentry.server.platform.Site;
import onward.sentry.server.platform.SiteProfiles;
import org.springframework.dao.DataAccessException;
import org.springframework.security.authentication.AuthenticationManager;
import org.springframework.security.authentication.AuthenticationServiceException;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Signing in and out, and who is signed in. */
@RestController
class SessionController {

    private final AuthenticationManager authentication;
    private final SecurityContextRepository contexts;
    private final People people;
    private final FirstAdministrator first;
    private final SignInGuard guard;
    private final AuditLog audit;
    private final Sessions sessions;
    private final Signatures signatures;
    private final SessionRules rules;
    private final SentrySettings settings;
    private final SiteProfiles profiles;
    private final Site site;

    SessionController(
            AuthenticationManager authentication,
            SecurityContextRepository contexts,
            People people,
            FirstAdministrator first,
            SignInGuard guard,
            AuditLog audit,
            Sessions sessions,
            Signatures signatures,
            SessionRules rules,
            SentrySettings settings,
            SiteProfiles profiles,
            Site site) {
        this.authentication = authentication;
        this.contexts = contexts;
        this.people = people;
        this.first = first;
        this.guard = guard;
        this.audit = audit;
        this.sessions = sessions;
        this.signatures = signatures;
        this.rules = rules;
        this.settings = settings;
        this.profiles = profiles;
        this.site = site;
    }

    record SignIn(
            @NotNull @Size(max = 60) String signInName,
            @NotNull @Size(max = 200) String password) {}

    record HereView(String signInName, String displayName, boolean pin) {}

    record DemoPerson(String signInName, String password, String pin, String may) {}

    record NewAdministrator(
            @NotNull @Size(max = 60) String code,
            @NotNull @Size(max = 60) String signInName,
            @NotNull @Size(max = 200) String displayName,
            @NotNull @Size(max = 200) String password) {}

    /**
     * @param signInName empty when nobody is signed in
     * @param passwordTemporary an own password has to be chosen before anything else
     * @param pin the person signs with a PIN
     * @param locked nothing can be entered on this device until somebody opens it
     * @param lockMinutes without a touch until it locks; 0: never
     * @param here who has signed in on this device, the last one first
     * @param siteName empty: nobody has named the site
     * @param demoPeople only in the demo: who may sign in, and with what
     */
    record SessionView(
            Optional<String> signInName,
            Optional<String> displayName,
            Optional<Role> role,
            boolean passwordTemporary,
            boolean pin,
            boolean locked,
            int lockMinutes,
            List<HereView> here,
            boolean demo,
            boolean nobodyYet,
            String siteName,
            String zone,
            UnitsView units,
            List<DemoPerson> demoPeople) {}

    /** @param dates how days are written */
    record UnitsView(UnitView pressure, UnitView temperature, DateForm dates) {

        static UnitsView of(SiteUnits units) {
            return new UnitsView(UnitView.of(units.pressure()), UnitView.of(units.temperature()), units.dates());
        }
    }

    /**
     * Records hold bar and °C; {@code shown = kept · factor + offset}.
     *
     * @param symbol as it stands behind a number
     * @param decimals that are worth showing
     */
    record UnitView(String symbol, int decimals, double factor, double offset) {

        static UnitView of(ShownUnit unit) {
            double offset = unit.shown(0);
            return new UnitView(unit.symbol(), unit.decimals(), (unit.shown(1_000) - offset) / 1_000, offset);
        }
    }

    /** Also hands the page its CSRF token, as a cookie. */
    @GetMapping("/api/v1/session")
    SessionView session(Principal principal, HttpServletRequest request) {
        ((CsrfToken) request.getAttribute(CsrfToken.class.getName())).getToken();
        return view(
                Optional.ofNullable(principal).map(Principal::getName),
                Device.of(Optional.ofNullable(request.getSession(false))));
    }

    @PostMapping("/api/v1/session")
    SessionView signIn(@Valid @RequestBody SignIn signIn, HttpServletRequest request, HttpServletResponse response) {
        var name = signIn.signInName().strip().toLowerCase(Locale.ROOT);
        attempt(name);
        try {
            var authenticated = authentication.authenticate(
                    UsernamePasswordAuthenticationToken.unauthenticated(name, signIn.password()));
            guard.succeeded(name);
            audit.note(AuditLog.Kind.SIGNED_IN, name, "");
            request.getSession();
            request.changeSessionId();
            sessions.begun(request);
            var context = SecurityContextHolder.createEmptyContext();
            context.setAuthentication(authenticated);
            SecurityContextHolder.setContext(context);
            contexts.saveContext(context, request, response);
            signatures.signedIn(request.getSession());
            var device = Device.of(request.getSession());
            device.taken(authenticated.getName());
            return view(Optional.of(authenticated.getName()), Optional.of(device));
        } catch (AuthenticationServiceException e) {
            throw e.getCause() instanceof DataAccessException away ? away : e;
        } catch (AuthenticationException e) {
            audit.note(AuditLog.Kind.SIGN_IN_FAILED, name, "");
            throw new Refused(new Refusal(
                    "sign-in-failed",
                    "password",
                    "Sign-in name and password do not belong together.",
                    "Check capital letters, or ask an administrator for a new password."));
        }
    }

    private void attempt(String name) {
        try {
            guard.attempt(name);
        } catch (Refused refused) {
            audit.note(AuditLog.Kind.NAME_CLOSED, name, "");
            throw refused;
        }
    }

    @DeleteMapping("/api/v1/session")
    void signOut(HttpServletRequest request, Principal principal) {
        if (principal != null) {
            audit.note(AuditLog.Kind.SIGNED_OUT, principal.getName(), "");
        }
        var session = request.getSession(false);
        if (session != null) {
            session.invalidate();
        }
        SecurityContextHolder.clearContext();
    }

    @PostMapping("/api/v1/first-administrator")
    void firstAdministrator(@Valid @RequestBody NewAdministrator body) {
        first.create(body.code(), body.signInName(), body.displayName(), body.password());
    }

    private SessionView view(Optional<String> name, Optional<Device> device) {
        var person = name.map(people::person);
        var demoPeople = settings.demo()
                ? DemoPeople.ALL.stream()
                        .map(p -> new DemoPerson(p.signInName(), DemoPeople.PASSWORD, DemoPeople.PIN, p.may()))
                        .toList()
                : List.<DemoPerson>of();
        return new SessionView(
                name,
                person.map(Person::displayName),
                person.map(Person::role),
                person.map(Person::passwordTemporary).orElse(false),
                person.flatMap(Person::pinHash).isPresent(),
                name.isPresent() && device.filter(Device::isLocked).isPresent(),
                rules.signing().lockMinutes(),
                name.isEmpty()
                        ? List.of()
                        : device.map(Device::here).orElse(List.of()).stream()
                                .map(people::person)
                                .map(one -> new HereView(
                                        one.signInName(),
                                        one.displayName(),
                                        one.pinHash().isPresent()))
                                .toList(),
                settings.demo(),
                people.nobodyYet(),
                profiles.profile().map(SiteProfile::name).orElse(""),
                site.zone().getId(),
                UnitsView.of(rules.units()),
                demoPeople);
    }
}
