/** The open protocol by which gateways send readings in. It carries readings only, never commands. */
package onward.sentry.server.link;
