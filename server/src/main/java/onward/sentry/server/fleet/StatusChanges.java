package onward.sentry.server.fleet;

import java.util.List;
import java.util.Map;
import java.util.UUID;
import onward.sentry.core.schedule.StatusChange;
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

    private static String entry(StatusChange change) {
        return switch (change) {
            case HOLD -> "hold-placed";
            case SEND_FOR_REPAIR -> "sent-for-repair";
            case RECEIVE_FROM_REPAIR -> "received-from-repair";
            case REPORT_LOST -> "reported-lost";
            case REPORT_FOUND -> "reported-found";
            case RETIRE -> "detector-retired";
            case REINSTATE -> "detector-reinstated";
        };
    }

    private static Map<String, Object> content(StatusChange change, String serial, String remark) {
        return change == StatusChange.HOLD
                ? Map.of("detector", serial, "reason", asSentence(remark))
                : Map.of("detector", serial, "remark", remark);
    }
}
