/** Maintenance of a detector, worked step by step and recorded as it is worked. */
package onward.sentry.core.maintenance;
