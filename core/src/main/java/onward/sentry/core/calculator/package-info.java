/** The arithmetic of the trade by name: each calculation with its inputs in words, its result and its working. */
package onward.sentry.core.calculator;
