/**
 * What was seen in a run or in a file of readings, taken down as numbers that a cause can predict: shares, speeds, scatter and
 * offsets, each with by how much a sound sensor strays. Nothing here says why.
 */
package onward.sentry.core.evidence;
