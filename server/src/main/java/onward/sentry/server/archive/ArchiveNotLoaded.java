package onward.sentry.server.archive;

/** The archive that a site was to begin with cannot be loaded; the message says why, and the way out, in one line. */
class ArchiveNotLoaded extends RuntimeException {

    ArchiveNotLoaded(String why, Throwable cause) {
        super("The archive was not loaded, and nothing was changed: " + why.replaceAll("\\s+", " "), cause);
    }
}
