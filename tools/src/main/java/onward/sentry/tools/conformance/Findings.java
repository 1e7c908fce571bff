package onward.sentry.tools.conformance;

import java.util.EnumMap;
import java.util.EnumSet;
import java.util.Map;
import java.util.Set;

/** What was found of each requirement; the first thing against it is what is told. */
final class Findings {

    private final Set<Requirement> met = EnumSet.noneOf(Requirement.class);
    private final Map<Requirement, String> broken = new EnumMap<>(Requirement.class);

    synchronized void met(Requirement requirement) {
        met.add(requirement);
    }

    synchronized void broken(Requirement requirement, String how) {
        broken.putIfAbsent(requirement, how);
    }

    /** Notes one or the other. @param how told where it is broken */
    void note(Requirement requirement, boolean holds, String how) {
        if (holds) {
            met(requirement);
        } else {
            broken(requirement, how);
        }
    }

    synchronized boolean isMet(Requirement requirement) {
        return met.contains(requirement) && !broken.containsKey(requirement);
    }

    /** Every requirement was seen to be met. */
    synchronized boolean conforms() {
        return broken.isEmpty() && met.size() == Requirement.values().length;
    }

    /** One line: {@code "pass  opens a session …"}, {@code "FAIL  …: how"} or {@code "----  …: not seen"}. */
    synchronized String line(Requirement requirement) {
        if (broken.containsKey(requirement)) {
            return "FAIL  " + requirement.words() + "\n      " + broken.get(requirement);
        }
        return met.contains(requirement)
                ? "pass  " + requirement.words()
                : "----  " + requirement.words() + "\n      not seen: the gateway did not come so far";
    }
}
