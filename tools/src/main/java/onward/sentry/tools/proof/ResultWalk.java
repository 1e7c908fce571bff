package onward.sentry.tools.proof;

import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;
import onward.sentry.core.trace.TraceCodec;
import onward.sentry.formats.CoreJson;
import tools.jackson.databind.json.JsonMapper;

/** What stands beside the events: results as lists and trends read them, verdicts of runs, sealed traces. */
final class ResultWalk {

    private static final JsonMapper JSON = CoreJson.canonical();

    private ResultWalk() {}

    /** Every result is the one that the events of its run come to, and every signed run has the verdict of its signature. */
    static Walked results(Connection database) throws SQLException {
        var what = "Results: " + Rows.count(database, "sensor_result");
        var cards = cards(database);
        var broken = Rows.first(database, """
                select r.id, r.verdict, r.model, r.card_version,
                    (select array_agg(concat_ws('/', s.slot, x.stage, x.verdict, coalesce(x.reading::text, '-'), x.expected))
                     from sensor_result x join sensor s on s.id = x.sensor_id where x.run_id = r.id) as stored,
                    (select array_agg(v.body order by v.seq) from run_event v where v.run_id = r.id) as events
                from run r where r.phase = 'SIGNED'
                """, row -> look(row, cards));
        return new Walked(what, broken);
    }

    private static Map<String, ProcedureCard> cards(Connection database) throws SQLException {
        var cards = new HashMap<String, ProcedureCard>();
        Rows.first(database, "select model, version, body from procedure_card", row -> {
            cards.put(
                    row.getString("model") + " v" + row.getInt("version"),
                    JSON.readValue(row.getString("body"), ProcedureCard.class));
            return Optional.empty();
        });
        return cards;
    }

    private static Optional<String> look(ResultSet row, Map<String, ProcedureCard> cards) throws SQLException {
        var events = new ArrayList<RunEvent>();
        for (var body : texts(row, "events")) {
            events.add(JSON.readValue(body, RunEvent.class));
        }
        var card = cards.get(row.getString("model") + " v" + row.getInt("card_version"));
        var run = RunState.of(card, events);
        var name = "run " + row.getString("id");
        if (run.signed().isEmpty() || !run.signed().get().verdict().name().equals(row.getString("verdict"))) {
            return Optional.of(name + " is listed with another verdict than it was signed with");
        }
        var stored = new ArrayList<String>();
        for (var text : texts(row, "stored")) {
            var parts = text.split("/");
            stored.add(text(parts[0], parts[1], parts[2], number(parts[3]), number(parts[4])));
        }
        for (var outcome : run.outcomes()) {
            if (!stored.remove(text(outcome))) {
                return Optional.of(name + ": the result of sensor " + outcome.slot() + ", "
                        + outcome.stage().label() + ", is not what its events say");
            }
        }
        return stored.isEmpty() ? Optional.empty() : Optional.of(name + " lists a result that no event of it holds");
    }

    private static String[] texts(ResultSet row, String column) throws SQLException {
        var array = row.getArray(column);
        return array == null ? new String[0] : (String[]) array.getArray();
    }

    private static String text(SensorOutcome outcome) {
        return text(
                String.valueOf(outcome.slot()),
                outcome.stage().name(),
                outcome.judgement().verdict().name(),
                outcome.reading().isPresent() ? String.valueOf(outcome.reading().getAsDouble()) : "-",
                String.valueOf(outcome.expected()));
    }

    private static String text(String... parts) {
        return String.join("/", parts);
    }

    /** The database writes 16 where Java writes 16.0. */
    private static String number(String stored) {
        return stored.equals("-") ? stored : String.valueOf(Double.parseDouble(stored));
    }

    static Walked traces(Connection database) throws SQLException {
        var what = "Traces: " + Rows.count(database, "trace");
        var broken = Rows.first(database, """
                select t.run_id, t.seq, t.slot, t.body, t.hash, e.body as event
                from trace t left join run_event e on e.run_id = t.run_id and e.seq = t.seq
                """, row -> {
            var hash = TraceCodec.digest(row.getBytes("body"));
            if (hash.equals(row.getString("hash")) && inEvent(row.getString("event"), row.getInt("slot"), hash)) {
                return Optional.empty();
            }
            return Optional.of("the readings of sensor " + row.getInt("slot") + " in run " + row.getString("run_id")
                    + " are not the ones that were sealed");
        });
        return new Walked(what, broken);
    }

    /** Only the end of gas names the traces that it sealed; what is sealed at the end of a run stands on its own hash. */
    private static boolean inEvent(String event, int slot, String hash) {
        if (event == null) {
            return false;
        }
        return !(JSON.readValue(event, RunEvent.class) instanceof RunEvent.GasClosed closed)
                || closed.traces().isEmpty()
                || hash.equals(closed.traces().get(slot));
    }
}
