/**
 * Maintenance of a detector as guided work: events, the state that follows from them, and the stock of parts.
 *
 * <p>Start with {@link onward.sentry.core.maintenance.MaintenanceJob}.
 */
package onward.sentry.core.maintenance;
