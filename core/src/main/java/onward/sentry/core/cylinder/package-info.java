/** Certified cylinders: how much is left, and whether one may be used for what is to be done. */
package onward.sentry.core.cylinder;
