/**
 * A gateway as anybody would write it from docs/formats/link-protocol.md: it shares no code with the program and knows nothing
 * that the document does not say.
 */
package onward.sentry.standins.reference;
