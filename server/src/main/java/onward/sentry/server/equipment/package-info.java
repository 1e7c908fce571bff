/** Regulators, flow meters, gauges, barometers, and their checks. */
package onward.sentry.server.equipment;
