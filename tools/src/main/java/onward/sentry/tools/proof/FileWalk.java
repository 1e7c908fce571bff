package onward.sentry.tools.proof;

import java.sql.Connection;
import java.sql.SQLException;
import java.util.Optional;

/** Files attached to cylinders: each has the hash that is on record of it. */
final class FileWalk {

    private FileWalk() {}

    static Walked of(Connection database) throws SQLException {
        return new Walked(
                "Attached files: " + Rows.count(database, "cylinder_certificate"),
                Rows.first(
                        database,
                        """
                select f.file_name, c.tag from cylinder_certificate f join cylinder c on c.id = f.cylinder_id
                where f.sha256 <> encode(sha256(f.content), 'hex') order by f.at
                """,
                        row -> Optional.of("the file " + row.getString("file_name") + " of cylinder "
                                + row.getString("tag") + " is not the one that was attached")));
    }
}
