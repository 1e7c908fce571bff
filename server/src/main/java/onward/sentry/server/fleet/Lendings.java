package onward.sentry.server.fleet;

import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.schedule.Lending;
import onward.sentry.core.schedule.StateToday;
import onward.sentry.core.working.Refusal;
import onward.sentry.formats.LedgerKind;
import onward.sentry.server.platform.Ledger;
import onward.sentry.server.platform.Site;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Detectors that are with somebody else for a while. */
@Component
public class Lendings {

    private final Fleet fleet;
    private final StateKeeper states;
    private final Ledger ledger;
    private final Site site;

    Lendings(Fleet fleet, StateKeeper states, Ledger ledger, Site site) {
        this.fleet = fleet;
        this.states = states;
        this.ledger = ledger;
        this.site = site;
    }

    /** Gives a detector out; only one that may be used as it stands, or that waits for nothing but its bump. */
    @Transactional
    public Fleet.RegisteredDetector lend(String serial, String to, Optional<LocalDate> backBy, String by) {
        var detector = fleet.entity(serial);
        states.renew(detector);
        var state = detector.stateWord();
        Refusal.unless(
                detector.lending().isEmpty(),
                "lent-already",
                "to",
                serial + ": " + detector.stateReason(),
                "Return it first.");
        Refusal.unless(
                StateToday.mayBeLent(state, detector.usable()),
                "lend-unfit",
                "serial",
                serial + " is " + state.label() + " and may not be checked out: " + detector.stateReason(),
                "Repair or release it first, or take another one.");
        var lending = new Lending(to, site.today(), backBy);
        detector.lend(lending);
        states.renew(detector);
        ledger.append(
                LedgerKind.LENT,
                by,
                Map.of(
                        "detector",
                        detector.serial(),
                        "to",
                        lending.to(),
                        "backBy",
                        backBy.map(LocalDate::toString).orElse("")));
        return fleet.known(detector);
    }

    @Transactional
    public Fleet.RegisteredDetector takeBack(String serial, String by) {
        var detector = fleet.entity(serial);
        Refusal.unless(
                detector.lending().isPresent(),
                "not-lent",
                "serial",
                serial + " is with nobody else.",
                "There is nothing to take back.");
        back(detector, by);
        return fleet.known(detector);
    }

    /** What is worked on at the bench is not out any more. */
    @Transactional
    public void isHere(UUID detectorId, String by) {
        var detector = fleet.entity(detectorId);
        if (detector.lending().isPresent()) {
            back(detector, by);
        }
    }

    private void back(DetectorEntity detector, String by) {
        var from = detector.lending().orElseThrow().to();
        detector.takeBack();
        states.renew(detector);
        ledger.append(LedgerKind.RETURNED, by, Map.of("detector", detector.serial(), "from", from));
    }
}
