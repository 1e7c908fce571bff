package onward.sentry.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import onward.sentry.core.working.Refusal;
import org.springframework.security.authentication.AccountStatusUserDetailsChecker;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** A shared device: it is locked when it is left, opened with a PIN, and signed on with one. */
@RestController
class SigningController {

    private final People people;
    private final Proofs proofs;
    private final Signatures signatures;
    private final SecurityContextRepository contexts;
    private final AuditLog audit;

    SigningController(
            People people, Proofs proofs, Signatures signatures, SecurityContextRepository contexts, AuditLog audit) {
        this.people = people;
        this.proofs = proofs;
        this.signatures = signatures;
        this.contexts = contexts;
        this.audit = audit;
    }

    /** @param secret PIN or password */
    record Proof(@NotNull String secret) {}

    record Switch(@NotNull String signInName, @NotNull String secret) {}

    record PinChoice(@NotNull String password, @NotNull String pin) {}

    /** Shows who is signed in, before a signature. */
    @PostMapping("/api/v1/me/proof")
    void prove(@Valid @RequestBody Proof body, Principal principal, HttpServletRequest request) {
        proofs.check(principal.getName(), body.secret());
        signatures.proved(request.getSession());
    }

    @PostMapping("/api/v1/me/pin")
    void choosePin(@Valid @RequestBody PinChoice body, Principal principal) {
        proofs.checkPassword(principal.getName(), body.password());
        people.choosePin(principal.getName(), body.pin());
    }

    @DeleteMapping("/api/v1/me/pin")
    void forgetPin(Principal principal) {
        people.forgetPin(principal.getName());
    }

    /** Until somebody gives a PIN or a password nothing can be entered here. */
    @PostMapping("/api/v1/session/lock")
    void lock(HttpServletRequest request, Principal principal) {
        if (principal != null) {
            audit.note(AuditLog.Kind.DEVICE_LOCKED, principal.getName(), "");
        }
        Device.of(request.getSession()).lock();
    }

    /** Somebody who has signed in here before takes the device over; a locked one is opened. */
    @PostMapping("/api/v1/session/switch")
    void take(@Valid @RequestBody Switch body, HttpServletRequest request, HttpServletResponse response) {
        var device = Device.of(request.getSession());
        Refusal.unless(
                device.here().contains(body.signInName()),
                "not-here",
                "signInName",
                "'" + body.signInName() + "' has not signed in on this device.",
                "Sign in with the password.");
        proofs.check(body.signInName(), body.secret());
        var details = people.loadUserByUsername(body.signInName());
        new AccountStatusUserDetailsChecker().check(details);
        request.changeSessionId();
        var context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(
                UsernamePasswordAuthenticationToken.authenticated(details, null, details.getAuthorities()));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
        device.taken(body.signInName());
        audit.note(AuditLog.Kind.DEVICE_OPENED, body.signInName(), "");
        signatures.signedIn(request.getSession());
    }
}
