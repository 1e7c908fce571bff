package onward.sentry.server.fleet;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import onward.sentry.core.schedule.StatusChange;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Changes of a detector's status that a person makes by hand. */
@Component
public class StatusChanges {

    private final Fleet fleet;
    private final HoldRepository holds;
    private final StateKeeper states;
    private final Ledger ledger;
    private final Site site;

    StatusChanges(Fleet fleet, HoldRepository holds, StateKeeper states, Ledger ledger, Site site) {
        this.fleet = fleet;
        this.holds = holds;
        this.states = states;
        this.ledger = ledger;
        this.site = site;
    }

    @Transactional
    public Fleet.RegisteredDetector apply(String serial, StatusChange change, String remark, String by) {
        var stripped = remark.strip();
        var id = fleet.entity(serial).id();
        fleet.lock(List.of(id));
        var detector = fleet.entity(id);
        change.check(detector.isRetired(), detector.away(), stripped);
        detector.away(change.away(detector.away(), site.today(), stripped));
        if (change.endsLending()) {
            detector.takeBack();
        }
        switch (change) {
            case HOLD ->
                holds.saveAndFlush(new HoldEntity(UUID.randomUUID(), id, asSentence(stripped), null, site.now(), by));
            case RETIRE -> detector.retire(site.today());
            case REINSTATE -> detector.reinstate();
            case SEND_FOR_REPAIR, RECEIVE_FROM_REPAIR, REPORT_LOST, REPORT_FOUND -> {}
        }
        change.dueCause(site.today(), stripped)
                .ifPresentOrElse(cause -> fleet.makeDue(id, cause), () -> states.renew(detector));
        ledger.append(entry(change), by, content(change, detector.serial(), stripped));
        return fleet.known(detector);
    }

    /** Several holds stand one after the other, and beside those that a run placed, which are sentences. */
    private static String asSentence(String reason) {
        return reason.endsWith(".") ? reason : reason + ".";
    }

    private static LedgerKind entry(StatusChange change) {
        return switch (change) {
            case HOLD -> LedgerKind.HOLD_PLACED;
            case SEND_FOR_REPAIR -> LedgerKind.SENT_FOR_REPAIR;
            case RECEIVE_FROM_REPAIR -> LedgerKind.RECEIVED_FROM_REPAIR;
            case REPORT_LOST -> LedgerKind.REPORTED_LOST;
            case REPORT_FOUND -> LedgerKind.REPORTED_FOUND;
            case RETIRE -> LedgerKind.DETECTOR_RETIRED;
            case REINSTATE -> LedgerKind.DETECTOR_REINSTATED;
        };
    }

    private static Map<String, Object> content(StatusChange change, String serial, String remark) {
        return change == StatusChange.HOLD
                ? Map.of("detector", serial, "reason", asSentence(remark))
                : Map.of("detector", serial, "remark", remark);
    }
}
