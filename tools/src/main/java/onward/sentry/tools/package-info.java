/** What the command line answers without a server. */
package onward.sentry.tools;
