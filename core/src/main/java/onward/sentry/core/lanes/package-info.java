/**
 * Several detectors on one bench: which of them needs a hand first, what must not happen beside what, and what to lay
 * ready while all of them wait.
 */
package onward.sentry.core.lanes;
