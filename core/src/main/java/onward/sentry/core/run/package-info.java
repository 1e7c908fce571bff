/** A run as a story that is only added to: events, the state folded from them, what comes next, what readings decide. */
package onward.sentry.core.run;
