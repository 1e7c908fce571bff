package onward.sentry.server.fleet;

import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.schedule.Causes;
import onward.sentry.core.schedule.DetectorFacts;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.schedule.LastBump;
import onward.sentry.core.schedule.Rhythm;
import onward.sentry.core.schedule.StateToday;
import onward.sentry.core.working.Derivation;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.PolicyChanged;
import onward.sentry.server.rules.ProcedureLibrary;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Stores each detector's state with the day it stops being true, so that lists need no rule of their own. */
@Component
class StateKeeper {

    private final DetectorRepository detectors;
    private final HoldRepository holds;
    private final DueCauseRepository triggers;
    private final DetectorLocks locks;
    private final ProcedureLibrary library;
    private final SitePolicies policies;
    private final Site site;
    private final JsonMapper json;

    StateKeeper(
            DetectorRepository detectors,
            HoldRepository holds,
            DueCauseRepository triggers,
            DetectorLocks locks,
            ProcedureLibrary library,
            SitePolicies policies,
            Site site,
            JsonMapper json) {
        this.detectors = detectors;
        this.holds = holds;
        this.triggers = triggers;
        this.locks = locks;
        this.library = library;
        this.policies = policies;
        this.site = site;
        this.json = json;
    }

    /** What the site rules and the cards ask for, read once for many detectors. */
    final class Rules {

        private final Rhythm rhythm = policies.policy().rhythm();
        private final Map<String, ProcedureCard> byModel = new HashMap<>();

        private ProcedureCard card(DetectorEntity detector) {
            return byModel.computeIfAbsent(detector.model(), library::latestCard);
        }
    }

    Rules rules() {
        return new Rules();
    }

    /** Works the state of one detector out again. */
    void renew(DetectorEntity detector) {
        renew(detector, rules());
    }

    private void renew(DetectorEntity detector, Rules rules) {
        stand(detector, hold(detector), causes(detector), rules);
    }

    /** The same for many: few of them are held or due at once, and only these are asked for one by one. */
    void renew(Collection<DetectorEntity> many) {
        if (many.isEmpty()) {
            return;
        }
        var rules = rules();
        var noted = Set.copyOf(detectors.findNoted());
        for (var detector : many) {
            if (noted.contains(detector.id())) {
                renew(detector, rules);
            } else {
                renewUnnoted(detector, rules);
            }
        }
    }

    /** The same for a detector of which it is known that it is neither held nor due at once. */
    void renewUnnoted(DetectorEntity detector, Rules rules) {
        stand(detector, Optional.empty(), Causes.NONE, rules);
    }

    /** Every open hold in one line, the earliest first. */
    private static Optional<String> reasons(List<HoldEntity> open) {
        return open.isEmpty()
                ? Optional.empty()
                : Optional.of(open.stream().map(HoldEntity::reason).distinct().collect(Collectors.joining(" ")));
    }

    /** What is true of a detector today: as it is stored, or worked out where that has stopped being true. Writes nothing. */
    StateToday today(DetectorEntity detector) {
        return detector.stateHoldsOn(site.today())
                ? detector.state(json.readValue(detector.dueWorking(), Derivation.class))
                : state(detector, hold(detector), causes(detector), rules());
    }

    private Optional<String> hold(DetectorEntity detector) {
        return reasons(holds.findByDetectorIdAndReleasedAtIsNullOrderByPlacedAt(detector.id()));
    }

    private Causes causes(DetectorEntity detector) {
        return Causes.of(triggers.findByDetectorIdAndSettledOnIsNull(detector.id()).stream()
                .map(DueCauseEntity::toCore)
                .toList());
    }

    private void stand(DetectorEntity detector, Optional<String> hold, Causes causes, Rules rules) {
        var state = state(detector, hold, causes, rules);
        detector.stands(state, json.writeValueAsString(state.due().working()));
    }

    private StateToday state(DetectorEntity detector, Optional<String> hold, Causes causes, Rules rules) {
        var facts = new DetectorFacts(
                detector.isRetired(),
                detector.away(),
                hold,
                detector.lending(),
                detector.fitted().stream()
                        .filter(sensor -> !sensor.disabled())
                        .map(SensorEntity::dates)
                        .toList(),
                causes,
                detector.lastBumps(rules.card(detector)),
                withOwn(rules.card(detector).interval(), detector));
        return StateToday.of(facts, rules.rhythm, site.today());
    }

    List<Integer> slotsToBump(DetectorEntity detector) {
        return LastBump.slotsToBump(
                detector.lastBumps(library.latestCard(detector.model())),
                policies.policy().rhythm(),
                site.today());
    }

    List<Integer> slotsToBump(String model, List<DetectorRepository.OldestBump> oldest) {
        var card = library.latestCard(model);
        var bumps = oldest.stream()
                .flatMap(one -> SensorEntity.lastBump(card, one.slot(), one.never() > 0 ? null : one.on()).stream())
                .toList();
        return LastBump.slotsToBump(bumps, policies.policy().rhythm(), site.today());
    }

    /** The rule of its card beside its own. */
    IntervalRule interval(DetectorEntity detector) {
        return withOwn(library.latestCard(detector.model()).interval(), detector);
    }

    private IntervalRule withOwn(IntervalRule ofCard, DetectorEntity detector) {
        return withOwn(ofCard, detector.ownInterval());
    }

    /** @param own rule of a detector as it is stored */
    IntervalRule withOwn(IntervalRule ofCard, Optional<String> own) {
        return IntervalRule.WithOwn.of(ofCard, own.map(text -> json.readValue(text, IntervalRule.class)));
    }

    /**
     * Works out again some states that have stopped being true.
     *
     * @return how many
     */
    int renewExpired(int most) {
        var expired = locks.holdExpired(site.today(), most);
        renew(detectors.findByIdIn(expired));
        return expired.size();
    }

    /** Other site rules or another card may move due dates and states. */
    @EventListener
    void renewAll(PolicyChanged changed) {
        locks.holdAll();
        renew(detectors.findAllByOrderBySerial());
    }
}
