package onward.sentry.server.people;

import jakarta.servlet.http.HttpSession;
import java.time.Instant;
import java.util.Optional;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Component;

/** Whether whoever is signed in has proved lately, with a PIN or a password, who they are. */
@Component
public class Signatures {

    private static final String PROVED_AT = "provedAt";

    private final SessionRules rules;
    private final Site site;

    Signatures(SessionRules rules, Site site) {
        this.rules = rules;
        this.site = site;
    }

    void proved(HttpSession session) {
        session.setAttribute(PROVED_AT, site.now());
    }

    /** Signing in proves as much, but is no answer where each signature is asked for by itself. */
    void signedIn(HttpSession session) {
        if (!rules.signing().countsForOneSignature()) {
            proved(session);
        }
    }

    /** @throws onward.sentry.core.working.Refused with code {@code signature-wanted} */
    public void require(HttpSession session) {
        var proved = Optional.ofNullable((Instant) session.getAttribute(PROVED_AT));
        Refusal.unless(
                !rules.signing().isWanted(proved, site.now()),
                "signature-wanted",
                "",
                "This is a signature: show that it is you.",
                "Give your PIN or your password, then try again.");
    }

    /** A signature was made: a proof that is good for one is used up. */
    public void made(HttpSession session) {
        if (rules.signing().countsForOneSignature()) {
            session.removeAttribute(PROVED_AT);
        }
    }
}
