/**
 * Procedure cards and site rules, each with versions: a run keeps the versions that it was started with.
 *
 * <p>Start with {@code ProcedureLibrary} and {@code SitePolicies}.
 */
package onward.sentry.server.rules;
