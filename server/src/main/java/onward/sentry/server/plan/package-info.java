/** What is to be done this morning, in the order to work it. */
package onward.sentry.server.plan;
