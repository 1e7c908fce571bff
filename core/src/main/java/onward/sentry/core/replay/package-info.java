/** A stored run worked again, to hold its record against the rules that it names. */
package onward.sentry.core.replay;
