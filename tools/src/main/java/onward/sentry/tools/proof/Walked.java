package onward.sentry.tools.proof;

import java.util.List;
import java.util.Optional;

/**
 * What one walk came to.
 *
 * @param what was walked, with how much of it there is
 * @param broken what does not hold, named, and in which way, the first few; empty when all of it holds
 */
record Walked(String what, List<String> broken) {

    Walked(String what, Optional<String> broken) {
        this(what, broken.stream().toList());
    }
}
