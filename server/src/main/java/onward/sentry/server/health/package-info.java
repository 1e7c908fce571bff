/**
 * Sensor sensitivity across the fleet: trends, forecasts, impact reviews, parts to order, and interval reviews.
 *
 * <p>Start with {@code SensorForecasts} and {@code ImpactReviews}.
 */
package onward.sentry.server.health;
