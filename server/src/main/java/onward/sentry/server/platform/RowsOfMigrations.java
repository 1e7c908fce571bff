package onward.sentry.server.platform;

import org.flywaydb.core.api.callback.Callback;
import org.flywaydb.core.api.callback.Context;
import org.flywaydb.core.api.callback.Event;
import org.springframework.jdbc.core.JdbcTemplate;
import org.springframework.jdbc.datasource.SingleConnectionDataSource;
import org.springframework.stereotype.Component;

/** Chains what a migration has made of rows on record, in the migration's own transaction. */
@Component
class RowsOfMigrations implements Callback {

    private final Site site;

    RowsOfMigrations(Site site) {
        this.site = site;
    }

    @Override
    public boolean supports(Event event, Context context) {
        return event == Event.AFTER_EACH_MIGRATE;
    }

    @Override
    public boolean canHandleInTransaction(Event event, Context context) {
        return true;
    }

    @Override
    public void handle(Event event, Context context) {
        var jdbc = new JdbcTemplate(new SingleConnectionDataSource(context.getConnection(), true));
        var isThere = jdbc.queryForObject("select to_regclass('touched') is not null", Boolean.class);
        if (Boolean.TRUE.equals(isThere)) {
            RowRecords.chain(jdbc, site.now());
        }
    }

    @Override
    public String getCallbackName() {
        return "rows-of-migrations";
    }
}
