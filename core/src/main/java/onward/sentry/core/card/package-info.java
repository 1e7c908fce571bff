/** Procedure cards: what differs between models, as data. */
package onward.sentry.core.card;
