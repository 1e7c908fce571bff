/**
 * The calculators: each formula of the work by name, with its inputs in words, its result and its derivation. The page,
 * the API and {@code ./sentry calc} all use it.
 *
 * <p>Start with {@link onward.sentry.core.calculator.Calculations}, then a group such as {@link
 * onward.sentry.core.calculator.GasCalculations}.
 */
package onward.sentry.core.calculator;
