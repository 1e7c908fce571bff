package onward.sentry.tools.proof;

import java.util.List;

/**
 * What looking through one part came to.
 *
 * @param what was looked through, in words, with how much of it there is
 * @param broken what does not hold, named, and in which way, the first few; empty when all of it holds
 */
public record Found(ProofPart part, String what, List<String> broken) {

    public boolean holds() {
        return broken.isEmpty();
    }
}
