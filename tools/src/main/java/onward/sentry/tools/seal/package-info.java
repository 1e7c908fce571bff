/** Backups are encrypted and signed, in the form of OpenPGP; what was not sealed with the site's key is not opened. */
package onward.sentry.tools.seal;
