package onward.sentry.server.logbook;

import java.util.HashMap;
import java.util.Map;
import onward.sentry.core.schedule.Cause;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.fleet.Fleet;
import onward.sentry.server.logbook.Logbook.LogbookEntry;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Corrects an entry by a new one that points to it. The entry itself stays as it is, and no result is judged again. */
@Service
class Corrections {

    private static final int MOST_LETTERS = 500;

    private final Logbook logbook;
    private final Ledger ledger;
    private final Fleet fleet;
    private final Site site;

    Corrections(Logbook logbook, Ledger ledger, Fleet fleet, Site site) {
        this.logbook = logbook;
        this.ledger = ledger;
        this.fleet = fleet;
        this.site = site;
    }

    /**
     * @param seq of the entry that is not right
     * @param right what should stand there
     * @param checkAgain makes the entry's detector due at once
     * @param mayCorrectOthers a lead may; others only what they entered themselves
     * @return the entry as it is shown from now on
     * @throws onward.sentry.core.working.Refused when it is somebody else's, or words are missing
     */
    @Transactional
    public LogbookEntry correct(
            long seq, String right, String why, boolean checkAgain, String by, boolean mayCorrectOthers) {
        var entry = logbook.entry(seq);
        checkWords("right", "What is correct", right);
        checkWords("why", "Why it was wrong", why);
        Refusal.unless(
                mayCorrectOthers || entry.by().equals(by),
                "correction-of-others",
                "",
                "Entry " + seq + " was made by " + entry.by() + ".",
                entry.by() + " or a lead can correct it.");
        Refusal.unless(
                !checkAgain || entry.detector().isPresent(),
                "correction-no-detector",
                "checkAgain",
                "Entry " + seq + " is not about a detector.",
                "Do not ask for the detector to be made due.");
        var body = new HashMap<String, Object>(Map.of("corrects", seq, "right", right.strip(), "why", why.strip()));
        entry.detector().ifPresent(serial -> body.put("detector", serial));
        entry.cylinder().ifPresent(tag -> body.put("cylinder", tag));
        entry.runId().ifPresent(run -> body.put("run", run.toString()));
        if (checkAgain) {
            var detector = fleet.bySerial(entry.detector().orElseThrow());
            fleet.makeDue(detector.id(), Cause.reported(site.today(), "record corrected: " + right.strip()));
            body.put("madeDue", true);
        }
        ledger.append(LedgerKind.CORRECTION, by, body);
        ledger.storeNow();
        return logbook.entry(seq);
    }

    private static void checkWords(String field, String what, String words) {
        Refusal.unless(
                !words.isBlank() && words.strip().length() <= MOST_LETTERS,
                "correction-words",
                field,
                what + " takes 1 to " + MOST_LETTERS + " characters, these are "
                        + words.strip().length() + ".",
                "Write one sentence.");
    }
}
