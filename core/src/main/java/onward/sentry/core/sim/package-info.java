/**
 * Simulation for the demo, for dry runs of cards and for tests: atmospheres, sensors that lag, drift and lose
 * sensitivity, faults, and a technician who does what the program asks.
 *
 * <p>Start with {@link onward.sentry.core.sim.SimBench}, {@link onward.sentry.core.sim.SimSensor} and {@link
 * onward.sentry.core.sim.Trouble}.
 */
package onward.sentry.core.sim;
