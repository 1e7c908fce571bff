/** Who may do what: people, sign-in, and the one table of roles per address. */
package onward.sentry.server.people;
