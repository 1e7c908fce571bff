package onward.sentry.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.working.Refused;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What somebody who is signed in does about the own account. */
@RestController
class MeController {

    private final People people;
    private final Sessions sessions;
    private final SignInGuard guard;

    MeController(People people, Sessions sessions, SignInGuard guard) {
        this.people = people;
        this.sessions = sessions;
        this.guard = guard;
    }

    /** @param before empty where the person has just signed in with a password that somebody gave them */
    record PasswordChoice(Optional<String> before, @NotNull String fresh) {}

    record MySession(Instant since, Instant lastUsed, String device, boolean thisOne) {}

    /** Ends every session, this one too: whoever chose signs in again, and whoever knew the old one is out. */
    @PostMapping("/api/v1/me/password")
    void choosePassword(@Valid @RequestBody PasswordChoice body, Principal principal, HttpServletRequest request) {
        if (principal == null) {
            throw new AccessDeniedException("sign in first");
        }
        guard.attempt(principal.getName());
        try {
            people.choosePassword(principal.getName(), body.before(), body.fresh());
        } catch (Refused refused) {
            if (!refused.refusal().field().equals("before")) {
                guard.succeeded(principal.getName());
            }
            throw refused;
        }
        guard.succeeded(principal.getName());
        sessions.endAll(principal.getName());
        request.getSession().invalidate();
    }

    @GetMapping("/api/v1/me/sessions")
    List<MySession> sessions(Principal principal, HttpServletRequest request) {
        var here = request.getSession().getId();
        return sessions.of(principal.getName()).stream()
                .map(one -> new MySession(
                        one.since(), one.lastUsed(), one.device(), one.id().equals(here)))
                .toList();
    }

    /** Signs out everywhere but here. */
    @DeleteMapping("/api/v1/me/sessions")
    void endOthers(Principal principal, HttpServletRequest request) {
        sessions.endAllBut(principal.getName(), request.getSession().getId());
    }
}
