/** Certificates of calibration: given out, registered, printed, and known again by their code. */
package onward.sentry.server.certificate;
