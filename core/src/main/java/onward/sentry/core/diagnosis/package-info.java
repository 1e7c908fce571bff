/**
 * What may be behind what a run shows. Each cause is a small model that predicts what would be seen; the readings of the
 * whole run, of the bench and of the time before are held against every model, and the shares of belief follow. Nothing here
 * judges: no verdict becomes better by it.
 */
package onward.sentry.core.diagnosis;
