/** Procedure cards and site rules, versioned: a run keeps the versions that it was started with. */
package onward.sentry.server.rules;
