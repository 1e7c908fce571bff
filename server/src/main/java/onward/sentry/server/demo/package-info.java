/** The made-up island of Skerravoe: its people, detectors, cylinders and 26 months of work, only in the demo. */
package onward.sentry.server.demo;
