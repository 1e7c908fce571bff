package onward.sentry.server.certificate;

import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.certificate.Certificates.Given;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Which calibrations of some days have a certificate, and which have none. */
@Component
class Register {

    private static final int MOST_DAYS = 400;

    private final JdbcClient jdbc;
    private final Certificates certificates;

    Register(JdbcClient jdbc, Certificates certificates) {
        this.jdbc = jdbc;
        this.certificates = certificates;
    }

    /** A signed calibration that has no certificate yet. */
    record Wanting(UUID runId, String detector, String crew, LocalDate on, Verdict verdict) {}

    /** The newest certificate of each run, by the day of the calibration. */
    @Transactional(readOnly = true)
    public List<Given> calibratedBetween(Optional<String> crew, LocalDate from, LocalDate until) {
        check(from, until);
        return jdbc
                .sql("""
                        select c.code, c.run_id, c.body from run r
                        cross join lateral (select * from calibration_certificate c where c.run_id = r.id
                            order by c.given_at desc limit 1) c
                        where r.ended_on between ? and ?
                        order by r.ended_on, c.number
                        """)
                .params(from, until)
                .query((row, n) -> certificates.given(row.getString(1), row.getObject(2, UUID.class), row.getString(3)))
                .list()
                .stream()
                .filter(given -> named(crew)
                        .map(given.certificate().detector().crew()::equals)
                        .orElse(true))
                .toList();
    }

    @Transactional(readOnly = true)
    public List<Wanting> wanting(Optional<String> crew, LocalDate from, LocalDate until) {
        check(from, until);
        return jdbc.sql("""
                        select r.id, d.serial, d.crew, r.ended_on, r.verdict
                        from run r join detector d on d.id = r.detector_id
                        where r.job = 'CALIBRATION' and r.phase = 'SIGNED' and not r.withdrawn and r.ended_on between ? and ?
                            and (cast(? as text) is null or d.crew = ?)
                            and not exists (select 1 from calibration_certificate c where c.run_id = r.id)
                        order by r.ended_on, d.serial
                        """)
                .params(from, until, named(crew).orElse(null), named(crew).orElse(null))
                .query((row, n) -> new Wanting(
                        row.getObject(1, UUID.class),
                        row.getString(2),
                        row.getString(3),
                        row.getObject(4, LocalDate.class),
                        Verdict.valueOf(row.getString(5))))
                .list();
    }

    private static Optional<String> named(Optional<String> crew) {
        return crew.map(String::strip).filter(name -> !name.isEmpty());
    }

    private static void check(LocalDate from, LocalDate until) {
        Refusal.unless(
                !until.isBefore(from) && from.plusDays(MOST_DAYS).isAfter(until),
                "register-days",
                "until",
                "The last day is 0 to " + MOST_DAYS + " days after the first.",
                "Choose the days again.");
    }
}
