package onward.sentry.tools.proof;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.Optional;

/** Goes through the rows of a query one by one, however many there are. */
final class Rows {

    private static final int AT_ONCE = 1_000;

    private Rows() {}

    /** What is made of a row: a complaint, or nothing to complain of. */
    interface Look {
        Optional<String> at(ResultSet row) throws SQLException;
    }

    /** @return the first complaint */
    static Optional<String> first(Connection database, String sql, Look look) throws SQLException {
        try (var statement = database.createStatement()) {
            statement.setFetchSize(AT_ONCE);
            try (var rows = statement.executeQuery(sql)) {
                while (rows.next()) {
                    var complaint = looked(look, rows);
                    if (complaint.isPresent()) {
                        return complaint;
                    }
                }
            }
        }
        return Optional.empty();
    }

    /** What cannot even be read is a complaint like any other. */
    private static Optional<String> looked(Look look, ResultSet rows) throws SQLException {
        try {
            return look.at(rows);
        } catch (RuntimeException e) {
            return Optional.of("what stands at " + rows.getMetaData().getColumnName(1) + " " + rows.getString(1)
                    + " cannot be read: "
                    + String.valueOf(e.getMessage()).lines().findFirst().orElse(""));
        }
    }

    static long count(Connection database, String table) throws SQLException {
        try (var statement = database.createStatement();
                var rows = statement.executeQuery("select count(*) from " + table)) {
            rows.next();
            return rows.getLong(1);
        }
    }
}
