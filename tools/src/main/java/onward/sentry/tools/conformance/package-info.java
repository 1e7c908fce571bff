/** Checks whether somebody's gateway speaks the link protocol as docs/formats/link-protocol.md describes it. */
package onward.sentry.tools.conformance;
