/** From settled readings to a verdict with its working. Never looks at time, people or storage. */
package onward.sentry.core.judge;
