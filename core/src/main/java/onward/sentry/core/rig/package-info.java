/**
 * The gas path from cylinder to sensor: regulator, delivery, tubing, flow, delay, and the checks of the equipment.
 *
 * <p>Start with {@link onward.sentry.core.rig.Rig} and {@link onward.sentry.core.rig.RigCheck}.
 */
package onward.sentry.core.rig;
