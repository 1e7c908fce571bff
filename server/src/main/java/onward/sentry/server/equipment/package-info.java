/**
 * Regulators, flow meters, gauges and barometers with their checks, and saved gas set-ups.
 *
 * <p>Start with {@code BenchEquipment} and {@code BenchRigs}.
 */
package onward.sentry.server.equipment;
