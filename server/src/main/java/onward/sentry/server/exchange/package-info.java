/**
 * Import and export of tables: detectors, cylinders and runs. An import is read, shown, corrected, applied, and can be
 * voided.
 *
 * <p>Start with {@code Imports} and {@code TableImporter}.
 */
package onward.sentry.server.exchange;
