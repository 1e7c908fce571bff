/** Cylinders on the shelf. */
package onward.sentry.server.gas;
