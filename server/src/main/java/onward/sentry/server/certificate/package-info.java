/**
 * Calibration certificates: issued, listed, printed as PDF, and looked up by their code.
 *
 * <p>Start with {@code Certificates}.
 */
package onward.sentry.server.certificate;
