package onward.sentry.server.people;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Instant;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.session.FindByIndexNameSessionRepository;
import org.springframework.session.Session;
import org.springframework.stereotype.Component;

/** Where people are signed in; whichever copy of the server they came to. */
@Component
public class Sessions {

    private static final String DEVICE = "device";
    private static final int MOST_LETTERS = 200;

    private final FindByIndexNameSessionRepository<? extends Session> sessions;

    Sessions(FindByIndexNameSessionRepository<? extends Session> sessions) {
        this.sessions = sessions;
    }

    /** @param device what the browser calls itself */
    record SignedIn(String id, Instant since, Instant lastUsed, String device) {}

    /** Notes with a new session which device it is on. */
    void begun(HttpServletRequest request) {
        var agent = Optional.ofNullable(request.getHeader("User-Agent")).orElse("");
        request.getSession()
                .setAttribute(DEVICE, agent.length() > MOST_LETTERS ? agent.substring(0, MOST_LETTERS) : agent);
    }

    /** The last used first. */
    List<SignedIn> of(String signInName) {
        return sessions.findByPrincipalName(signInName).values().stream()
                .map(session -> new SignedIn(
                        session.getId(),
                        session.getCreationTime(),
                        session.getLastAccessedTime(),
                        Optional.ofNullable(session.<String>getAttribute(DEVICE))
                                .orElse("")))
                .sorted(Comparator.comparing(SignedIn::lastUsed).reversed())
                .toList();
    }

    /** Which of these sessions still go on, on a device that is not locked. */
    public Set<String> openOf(Collection<String> ids) {
        return ids.stream()
                .filter(id -> Optional.ofNullable(sessions.findById(id))
                        .filter(session -> session.getAttribute(Device.LOCKED) == null)
                        .isPresent())
                .collect(Collectors.toSet());
    }

    void endAll(String signInName) {
        endAllBut(signInName, "");
    }

    void endAllBut(String signInName, String kept) {
        sessions.findByPrincipalName(signInName).keySet().stream()
                .filter(id -> !id.equals(kept))
                .forEach(sessions::deleteById);
    }
}
