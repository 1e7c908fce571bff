package onward.sentry.server.exchange;

import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import onward.sentry.formats.LedgerKind;
import onward.sentry.formats.TableFile;

/** One kind of table that comes in: how its lines are read, what each would do, and the way into force and back. */
interface TableImporter {

    /** How many lines are read at once. */
    int AT_ONCE = 2_500;

    ImportKind kind();

    /** The columns that must be there. */
    List<String> columns();

    int mostRows();

    /** Reads lines and lets them wait. @param seen what earlier lines of the table are about; added to */
    void stage(UUID id, List<TableFile.Row> rows, Set<String> seen);

    /** Works out what each line that waits would do as things stand now. */
    void compare(UUID id, String by);

    /** Reads each line again with what is suggested in the place of what stands there, where every fault has a suggestion. */
    void mend(UUID id, String by);

    /** Puts the next lines in force. @return whether there were any */
    boolean applyNext(UUID id, String by);

    /** The kind of the ledger's entry when a table is put in force. */
    LedgerKind entry();

    /**
     * Undoes what came of the table.
     *
     * @return what the ledger keeps of it
     * @throws onward.sentry.core.working.Refused with what stands against it
     */
    Map<String, Object> takeBack(UUID id, String reason, String by);
}
