/**
 * The calculators and the gas library over the API.
 *
 * <p>Start with {@code CalculatorController}.
 */
package onward.sentry.server.calculator;
