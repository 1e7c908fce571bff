/** From readings to a measurement and its verdict: the one way for readings over the link, typed ones and those of a file. */
package onward.sentry.core.measure;
