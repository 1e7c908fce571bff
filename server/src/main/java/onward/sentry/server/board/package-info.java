/**
 * The board of a crew room: which detectors may be taken now.
 *
 * <p>Start with {@code BoardController}.
 */
package onward.sentry.server.board;
