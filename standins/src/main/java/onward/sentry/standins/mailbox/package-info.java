/** A mailbox on this machine for the demo: takes every letter in and shows it, delivers none. */
package onward.sentry.standins.mailbox;
