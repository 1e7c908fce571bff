/**
 * What counts as a measurement, in one place for readings over the link, typed readings and files: when gas has arrived,
 * when the reading is taken, and how it is judged.
 *
 * <p>Start with {@link onward.sentry.core.measure.GasTaking} and {@link onward.sentry.core.measure.GasJudge}.
 */
package onward.sentry.core.measure;
