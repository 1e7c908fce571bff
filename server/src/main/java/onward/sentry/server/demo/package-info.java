/**
 * The demo: people, detectors, cylinders and 26 months of work on a made-up island. It is loaded only with {@code
 * ./sentry demo}.
 *
 * <p>Start with {@code DemoLoader}.
 */
package onward.sentry.server.demo;
