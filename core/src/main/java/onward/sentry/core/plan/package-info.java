/** On which bench day each detector is calibrated: what binds, what it costs, and why a job stands where it stands. */
package onward.sentry.core.plan;
