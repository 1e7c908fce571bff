/** The stand-in gateway: a process of its own that sends simulated readings over the open link protocol. */
package onward.sentry.standins.gateway;
