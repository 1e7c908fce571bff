/** Readings that stand on their own, judged by stages that are given as times. */
package onward.sentry.core.offline;
