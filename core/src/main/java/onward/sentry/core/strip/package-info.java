/** A run drawn as one ribbon: stages along time, a mark where a verdict was reached, in at most 300 bytes. */
package onward.sentry.core.strip;
