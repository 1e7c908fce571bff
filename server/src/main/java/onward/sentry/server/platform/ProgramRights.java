package onward.sentry.server.platform;

import java.sql.SQLException;
import java.sql.Statement;
import java.util.List;
import org.flywaydb.core.api.callback.Callback;
import org.flywaydb.core.api.callback.Context;
import org.flywaydb.core.api.callback.Event;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.stereotype.Component;

/**
 * What the role that the program connects with may do: read and write rows. It owns nothing, so it can neither change the
 * form of a table nor switch a trigger off; tables that are only added to it can only add to. Migrations run under another
 * role, which owns the tables; where it is the same one, as on a developer's machine, there is nothing to give.
 */
@Component
class ProgramRights implements Callback {

    /** Has a trigger against changes, and is no place for them either way. */
    private static final String APPEND_ONLY =
            "select string_agg(quote_ident(c.relname), ', ') from pg_trigger t join pg_class c on c.oid = t.tgrelid"
                    + " join pg_proc f on f.oid = t.tgfoid where f.proname = 'never_changed'";

    private final String program;

    ProgramRights(@Value("${spring.datasource.username:}") String program) {
        this.program = program;
    }

    @Override
    public boolean supports(Event event, Context context) {
        return event == Event.AFTER_MIGRATE;
    }

    @Override
    public boolean canHandleInTransaction(Event event, Context context) {
        return true;
    }

    @Override
    public void handle(Event event, Context context) {
        try (var statement = context.getConnection().createStatement()) {
            if (!program.isEmpty() && !program.equals(one(statement, "select current_user"))) {
                give(statement);
            }
        } catch (SQLException e) {
            throw new IllegalStateException(e);
        }
    }

    private void give(Statement statement) throws SQLException {
        var role = '"' + program.replace("\"", "\"\"") + '"';
        var appendOnly = one(statement, APPEND_ONLY);
        for (var sql : List.of(
                "revoke all on all tables in schema public from " + role,
                "grant usage on schema public to " + role,
                "grant select, insert, update, delete on all tables in schema public to " + role,
                "grant usage on all sequences in schema public to " + role,
                "revoke update, delete on " + appendOnly + " from " + role,
                "revoke insert, update, delete on flyway_schema_history from " + role)) {
            statement.execute(sql);
        }
    }

    private static String one(Statement statement, String sql) throws SQLException {
        try (var rows = statement.executeQuery(sql)) {
            rows.next();
            return rows.getString(1);
        }
    }

    @Override
    public String getCallbackName() {
        return "program-rights";
    }
}
