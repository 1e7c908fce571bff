/** Maintenance of detectors as guided work, and the spare parts that it takes. */
package onward.sentry.server.maintenance;
