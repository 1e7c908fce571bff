/**
 * The open protocol by which gateways send readings. It carries readings only, never commands to a detector.
 *
 * <p>Start with {@code LinkController}, {@code LinkService} and {@code GatewayDesk}.
 */
package onward.sentry.server.link;
