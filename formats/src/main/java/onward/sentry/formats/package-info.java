/** The open JSON forms of what the core knows, and the cards that ship in that form. */
package onward.sentry.formats;
