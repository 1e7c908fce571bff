/** What is asked of every request before anything in it is looked at: size, time, number, and what answer it takes. */
package onward.sentry.server.incoming;
