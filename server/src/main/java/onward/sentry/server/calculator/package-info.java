/** The arithmetic on its own, for screens and for programs. */
package onward.sentry.server.calculator;
