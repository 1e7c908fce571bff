/**
 * Maintenance of detectors as guided work, and the stock of spare parts.
 *
 * <p>Start with {@code Maintenance}.
 */
package onward.sentry.server.maintenance;
