package onward.sentry.server.rules;

/** A new version of the site rules is in force; what was worked out by the old one must be worked out again. */
public record PolicyChanged(int version) {}
