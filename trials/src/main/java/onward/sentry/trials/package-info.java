/**
 * Sensors whose physics the judge has never met: second-order cells with creep, drift at every time scale, outliers,
 * dropped samples and uneven sampling. Shares no code and no figures with the simulator of the core, so that a rule that was
 * tuned to that one shows here.
 */
package onward.sentry.trials;
