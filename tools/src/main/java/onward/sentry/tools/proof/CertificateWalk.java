package onward.sentry.tools.proof;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Optional;
import onward.sentry.formats.CalibrationCertificate;
import onward.sentry.formats.CertificateCode;
import onward.sentry.formats.CoreJson;
import tools.jackson.databind.json.JsonMapper;

/** Certificates that were issued: each still says what its code was taken from, of a run that is still that run. */
final class CertificateWalk {

    private static final JsonMapper JSON = CoreJson.canonical();

    private static final String ROWS = """
            select c.number, c.code, c.body, r.last_hash,
                (select count(*) from ledger l where l.kind = 'certificate-given' and l.run_id = c.run_id
                    and l.body::jsonb ->> 'code' = c.code) as entries
            from calibration_certificate c join run r on r.id = c.run_id
            """;

    private CertificateWalk() {}

    static Walked of(Connection database) throws SQLException {
        var broken = Rows.first(database, ROWS + " order by c.given_at, c.number", CertificateWalk::look);
        return new Walked(
                "Certificates: " + Rows.count(database, "calibration_certificate"),
                broken.isPresent() ? broken : gone(database));
    }

    private static Optional<String> gone(Connection database) throws SQLException {
        return Rows.first(
                database,
                """
                select l.seq, l.body::jsonb ->> 'number' as number from ledger l
                where l.kind = 'certificate-given' and not exists (
                    select 1 from calibration_certificate c where c.code = l.body::jsonb ->> 'code')
                order by l.seq limit 1
                """,
                row -> Optional.of("certificate " + row.getString("number") + ", which entry " + row.getLong("seq")
                        + " of the ledger names, is gone"));
    }

    /** What is wrong with the certificate of a code; nothing when it stands. */
    static Optional<String> of(Connection database, String code) throws SQLException {
        try (var statement = database.prepareStatement(ROWS + " where c.code = ?")) {
            statement.setString(1, code);
            try (var row = statement.executeQuery()) {
                return row.next() ? look(row) : Optional.of("there is no certificate " + code + " in the register");
            }
        }
    }

    /** What a certificate says, in one line. */
    static String told(Connection database, String code) throws SQLException {
        try (var statement = database.prepareStatement("select body from calibration_certificate where code = ?")) {
            statement.setString(1, code);
            try (var row = statement.executeQuery()) {
                row.next();
                var c = JSON.readValue(row.getString("body"), CalibrationCertificate.class);
                return c.number() + ": " + c.detector().serial() + " ("
                        + c.detector().model() + "), calibrated on " + c.on() + " by " + c.technician() + ": "
                        + c.verdict() + ". Issued by " + c.givenBy() + ".";
            }
        }
    }

    private static Optional<String> look(ResultSet row) throws SQLException {
        var name = "certificate " + row.getString("number");
        if (!CertificateCode.of(row.getString("body")).equals(row.getString("code"))) {
            return Optional.of(name + ": what it says was changed");
        }
        if (!JSON.readValue(row.getString("body"), CalibrationCertificate.class)
                .runHash()
                .equals(row.getString("last_hash"))) {
            return Optional.of(name + " is of another run than the one that stands there now");
        }
        return row.getLong("entries") == 1
                ? Optional.empty()
                : Optional.of(name + ": the ledger does not say that it was issued");
    }
}
