/** The board of a crew room: which detectors may be taken now. */
package onward.sentry.server.board;
