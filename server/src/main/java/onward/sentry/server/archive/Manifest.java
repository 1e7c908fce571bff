package onward.sentry.server.archive;

import java.time.Instant;
import java.util.List;

/**
 * What an archive holds, so that whoever reads it knows whether all of it has come.
 *
 * @param format always {@value #FORMAT}
 * @param version of the archive's form
 * @param schema number of the newest change of the database's form
 * @param lastLedgerHash of the newest entry of the ledger; empty when there is none
 */
record Manifest(
        String format, int version, String schema, Instant writtenAt, String lastLedgerHash, List<ArchivePart> parts) {

    static final String FORMAT = "onward-sentry-site";
    static final int VERSION = 1;

    /**
     * One table.
     *
     * @param file within the archive
     * @param sha256 of the file
     */
    record ArchivePart(String table, String file, long rows, String sha256) {}
}
