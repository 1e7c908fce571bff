/**
 * Certified cylinders: what is in one, how much is left, and whether it may be used for an application.
 *
 * <p>Start with {@link onward.sentry.core.cylinder.Cylinder} and {@link onward.sentry.core.cylinder.CylinderCheck}.
 */
package onward.sentry.core.cylinder;
