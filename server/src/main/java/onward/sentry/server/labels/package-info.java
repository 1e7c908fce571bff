/** Labels to stick on cylinders and detectors; scanning one opens what it is stuck on. */
package onward.sentry.server.labels;
