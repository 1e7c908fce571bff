/**
 * The cylinders of a site together: what each is good for, how long the gas lasts, when to order, and whether one leaks.
 *
 * <p>Start with {@link onward.sentry.core.shelf.Suitability} and {@link onward.sentry.core.shelf.ShelfForecast}.
 */
package onward.sentry.core.shelf;
