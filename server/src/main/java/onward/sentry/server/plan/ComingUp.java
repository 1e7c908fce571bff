package onward.sentry.server.plan;

import static onward.sentry.core.working.Figures.day;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.core.rig.Equipment;
import onward.sentry.core.shelf.ShelfForecast;
import onward.sentry.core.working.Figures;
import onward.sentry.server.equipment.BenchEquipment;
import onward.sentry.server.platform.Site;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** What is coming up with the gas: what expires, runs out, waits to be compared, or must be ordered. */
@Component
public class ComingUp {

    /** What runs out or must be ordered within this many days is raised. */
    private static final int AHEAD_DAYS = 7;

    /** What kind of thing it is. */
    public enum Kind {
        EMPTY,
        EXPIRED,
        EXPIRES,
        RUNS_OUT,
        ORDER,
        COMPARE,
        CHECK
    }

    /**
     * Something that somebody should know.
     *
     * @param named the tag of a cylinder, or a mix
     * @param on the day that it is about
     */
    public record Coming(Kind kind, String named, LocalDate on, String words) {}

    private final GasAhead ahead;
    private final BenchEquipment equipment;
    private final SitePolicies policies;
    private final Site site;

    ComingUp(GasAhead ahead, BenchEquipment equipment, SitePolicies policies, Site site) {
        this.ahead = ahead;
        this.equipment = equipment;
        this.policies = policies;
        this.site = site;
    }

    /** The nearest first. */
    @Transactional
    public List<Coming> list() {
        var forecast = ahead.forecast();
        var coming = new ArrayList<Coming>();
        int warnDays = policies.policy().warnBeforeExpiryDays();
        forecast.cylinders().forEach(one -> cylinder(one, warnDays, coming));
        forecast.shortages().stream()
                .filter(s -> !s.orderBy().isAfter(site.today().plusDays(AHEAD_DAYS)))
                .map(s -> new Coming(
                        Kind.ORDER,
                        s.order().words(),
                        later(s.orderBy(), site.today()),
                        "Order by " + day(s.orderBy()) + ": " + s.order().words() + "; needed on " + day(s.from())))
                .forEach(coming::add);
        equipment.all().stream()
                .filter(one -> one.standing(site.today()) != Equipment.CheckStatus.GOOD)
                .map(one -> new Coming(
                        Kind.CHECK,
                        one.tag(),
                        one.dueOn(site.today()),
                        "The " + one.kind().label() + " " + one.tag() + ": "
                                + one.standing(site.today()).label()))
                .forEach(coming::add);
        coming.sort(Comparator.comparing((Coming one) -> one.kind() != Kind.EMPTY)
                .thenComparing(Coming::on)
                .thenComparing(Coming::kind)
                .thenComparing(Coming::named));
        return coming;
    }

    private static LocalDate later(LocalDate one, LocalDate other) {
        return one.isAfter(other) ? one : other;
    }

    private void cylinder(ShelfForecast.Lasting one, int warnDays, List<Coming> coming) {
        var tag = one.tagged().tag();
        var cylinder = one.tagged().cylinder();
        var today = site.today();
        if (cylinder.state() == CylinderState.NEW) {
            coming.add(new Coming(Kind.COMPARE, tag, today, tag + " is new: compare it before it sets a detector"));
        }
        if (cylinder.state() != CylinderState.IN_USE && cylinder.state() != CylinderState.NEW) {
            return;
        }
        if (cylinder.isSpent(policies.policy().reserve())) {
            var left = Figures.upTo(cylinder.litresLeft(), 1);
            coming.add(new Coming(Kind.EMPTY, tag, today, tag + ": " + left + " L left, remove it"));
            return;
        }
        var last = cylinder.useBefore();
        if (today.isAfter(last)) {
            coming.add(new Coming(Kind.EXPIRED, tag, last, tag + " expired on " + day(last) + ": do not use"));
            return;
        }
        if (!last.isAfter(today.plusDays(warnDays))) {
            coming.add(new Coming(Kind.EXPIRES, tag, last, tag + " expires on " + day(last)));
        }
        one.emptyOn()
                .filter(day -> !day.isAfter(today.plusDays(AHEAD_DAYS)))
                .ifPresent(day -> coming.add(new Coming(Kind.RUNS_OUT, tag, day, tag + " runs out on " + day(day))));
    }
}
