/**
 * What a run comes to, sensor by sensor: outcomes of each stage, results at the signature, and the lines that paper and
 * laboratories give. It knows nothing of how a run is worked.
 */
package onward.sentry.core.result;
