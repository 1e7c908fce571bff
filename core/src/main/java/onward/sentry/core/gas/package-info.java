/** Gases, concentrations and mixtures: what is in the cylinder and in the air. */
package onward.sentry.core.gas;
