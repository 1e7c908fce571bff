/**
 * The whole site as one file that other programs can read, and the way back into an empty site.
 *
 * <p>Start with {@code SiteArchive} and {@code SiteLoad}.
 */
package onward.sentry.server.archive;
