package onward.sentry.server.demo;

import java.time.Instant;
import java.time.ZoneOffset;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.UUID;
import onward.sentry.core.cylinder.CylinderState;
import onward.sentry.server.gas.Shelf;
import onward.sentry.server.platform.Site;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Looks at the gauges in the past, back to when each cylinder was full, as the runs of the history have it. */
@Component
class DemoGauges {

    /** Its valve has not shut tightly: a fifth of what was in it is gone without a run. */
    private static final String LEAKING = "CO-02";

    private static final double LEAKED_BAR = 5;
    private static final List<Integer> DAYS_AGO = List.of(1, 2, 3, 5, 8, 14, 21, 28, 42, 56, 84, 112, 140);

    private final Shelf shelf;
    private final JdbcClient jdbc;
    private final Site site;

    DemoGauges(Shelf shelf, JdbcClient jdbc, Site site) {
        this.shelf = shelf;
        this.jdbc = jdbc;
        this.site = site;
    }

    @Transactional
    public void lookBack() {
        shelf.all().stream()
                .filter(one -> one.cylinder().state() == CylinderState.IN_USE)
                .forEach(this::lookBack);
    }

    private void lookBack(Shelf.OnShelf one) {
        var cylinder = one.cylinder();
        for (int days : DAYS_AGO) {
            var at = site.now().minus(days, ChronoUnit.DAYS);
            double bar = one.lastGaugeBar()
                    + drawnSince(one.id(), at) * cylinder.fullBar() / cylinder.volumeLitres()
                    + (one.tag().equals(LEAKING) ? Math.min(1, days / 28.0) * LEAKED_BAR : 0);
            boolean notMadeYet = at.atZone(site.zone()).toLocalDate().isBefore(cylinder.madeOn());
            if (bar > cylinder.fullBar() || notMadeYet) {
                return;
            }
            jdbc.sql("insert into gauge_reading (id, cylinder_id, at, bar, by) values (?, ?, ?, ?, ?)")
                    .params(
                            UUID.randomUUID(),
                            one.id(),
                            at.atOffset(ZoneOffset.UTC),
                            Math.round(bar * 2) / 2.0,
                            "Una Haldane")
                    .update();
        }
    }

    private double drawnSince(UUID cylinderId, Instant at) {
        return jdbc.sql("select coalesce(sum(litres), 0) from gas_draw where cylinder_id = ? and at > ?")
                .params(cylinderId, at.atOffset(ZoneOffset.UTC))
                .query(Double.class)
                .single();
    }
}
