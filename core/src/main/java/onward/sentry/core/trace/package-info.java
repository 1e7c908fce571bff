/** Readings over time: when they are settled, where they settle and how fast. Numbers only, no gas. */
package onward.sentry.core.trace;
