/** Whether everything on record still holds: looked at every night, and marks of it sent away from this machine. */
package onward.sentry.server.proof;
