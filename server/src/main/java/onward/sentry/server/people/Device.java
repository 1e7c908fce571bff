package onward.sentry.server.people;

import jakarta.servlet.http.HttpSession;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/** The device that a session is on: who has signed in on it since it was last signed out, and whether it is locked. */
final class Device {

    private static final String HERE = "here";
    static final String LOCKED = "locked";

    private final HttpSession session;

    private Device(HttpSession session) {
        this.session = session;
    }

    static Device of(HttpSession session) {
        return new Device(session);
    }

    static Optional<Device> of(Optional<HttpSession> session) {
        return session.map(Device::new);
    }

    /** By sign-in name, the last one who came first. */
    @SuppressWarnings("unchecked")
    List<String> here() {
        return Optional.ofNullable((ArrayList<String>) session.getAttribute(HERE))
                .orElseGet(ArrayList::new);
    }

    /** Somebody signed in or unlocked it. */
    void taken(String signInName) {
        var here = new ArrayList<>(here());
        here.remove(signInName);
        here.add(0, signInName);
        session.setAttribute(HERE, here);
        session.removeAttribute(LOCKED);
    }

    void lock() {
        session.setAttribute(LOCKED, true);
    }

    boolean isLocked() {
        return session.getAttribute(LOCKED) != null;
    }
}
