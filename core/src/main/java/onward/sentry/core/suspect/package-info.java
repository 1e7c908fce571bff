/**
 * What to suspect first when a run goes wrong: causes ranked from the evidence, each with its numbers, and the one next
 * thing to try. Nothing here judges; no verdict becomes better by it.
 */
package onward.sentry.core.suspect;
