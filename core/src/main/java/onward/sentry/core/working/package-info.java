/** How a figure came about, and why something is refused. Imports nothing else of the program. */
package onward.sentry.core.working;
