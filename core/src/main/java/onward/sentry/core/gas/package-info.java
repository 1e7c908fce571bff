/**
 * Gases, concentrations and mixtures, with the figures and formulas that convert between them.
 *
 * <p>Start with {@link onward.sentry.core.gas.GasLibrary}, {@link onward.sentry.core.gas.Mixture} and {@link
 * onward.sentry.core.gas.Conversion}.
 */
package onward.sentry.core.gas;
