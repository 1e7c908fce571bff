/**
 * Procedure cards: what differs between models, as data. A card lists sensors, flow, steps and limits; site rules
 * resolve what it leaves open.
 *
 * <p>Start with {@link onward.sentry.core.card.ProcedureCard}, {@link onward.sentry.core.card.Step} and {@link
 * onward.sentry.core.card.AcceptRule}.
 */
package onward.sentry.core.card;
