package onward.sentry.tools.proof;

import java.util.Optional;

/**
 * What one walk came to.
 *
 * @param what was walked, with how much of it there is
 * @param broken the first that does not hold, named, and in which way; empty when all of it holds
 */
record Walked(String what, Optional<String> broken) {}
