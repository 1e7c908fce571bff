package onward.sentry.server.fleet;

import java.time.LocalDate;
import onward.sentry.core.schedule.DetectorFacts;
import onward.sentry.core.schedule.IntervalRule;
import onward.sentry.core.schedule.StateToday;
import onward.sentry.server.house.House;
import onward.sentry.server.house.PolicyChanged;
import onward.sentry.server.platform.Site;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Stores each detector's state with the day it stops being true, so that lists need no rule of their own. */
@Component
class StateKeeper {

    private final DetectorRepository detectors;
    private final HoldRepository holds;
    private final TriggerRepository triggers;
    private final House house;
    private final Site site;
    private final JsonMapper json;

    StateKeeper(
            DetectorRepository detectors,
            HoldRepository holds,
            TriggerRepository triggers,
            House house,
            Site site,
            JsonMapper json) {
        this.detectors = detectors;
        this.holds = holds;
        this.triggers = triggers;
        this.house = house;
        this.site = site;
        this.json = json;
    }

    /** Works the state of one detector out anew. */
    void renew(DetectorEntity detector) {
        renew(detector, site.today());
    }

    private void renew(DetectorEntity detector, LocalDate today) {
        var facts = new DetectorFacts(
                detector.isRetired(),
                holds.findByDetectorIdAndReleasedAtIsNull(detector.id()).map(HoldEntity::reason),
                detector.lending(),
                detector.fitted().stream()
                        .filter(sensor -> !sensor.disabled())
                        .map(SensorEntity::dates)
                        .toList(),
                triggers.findByDetectorIdAndSettledOnIsNull(detector.id()).map(TriggerEntity::toCore),
                detector.lastGoodBump(),
                interval(detector));
        var state = StateToday.of(facts, house.policy().bumpEachDay(), today);
        detector.stands(state, json.writeValueAsString(state.due().working()));
    }

    /** The rule of its card beside its own. */
    IntervalRule interval(DetectorEntity detector) {
        return IntervalRule.WithOwn.of(
                house.latestCard(detector.model()).interval(),
                detector.ownInterval().map(own -> json.readValue(own, IntervalRule.class)));
    }

    /** Works out anew every state that has stopped being true. */
    void renewExpired() {
        var today = site.today();
        detectors.findByStateValidThroughBefore(today).forEach(detector -> renew(detector, today));
    }

    /** Other house rules or another card may move due dates and states. */
    @EventListener
    void renewAll(PolicyChanged changed) {
        var today = site.today();
        detectors.findAll().forEach(detector -> renew(detector, today));
    }
}
