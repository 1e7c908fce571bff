/** Makes a bench plan better with a constraint solver; what binds and what it costs stands in the core. */
package onward.sentry.planner;
