package onward.sentry.server.exchange;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.stream.Stream;
import onward.sentry.formats.CylinderSheet;
import onward.sentry.formats.DetectorSheet;

/** A table that goes out, with its columns; {@code docs/formats/tables.md} says what each holds. */
enum ExportTable {
    DETECTORS(
            with(
                    DetectorSheet.COLUMNS,
                    "received_on",
                    "retired_on",
                    "state",
                    "reason",
                    "due_on",
                    "last_good_bump",
                    "last_run_on",
                    "last_verdict"),
            """
            select d.serial, d.asset_tag, d.model, d.crew, d.location,
                max(s.serial) filter (where s.slot = 1), max(s.serial) filter (where s.slot = 2),
                max(s.serial) filter (where s.slot = 3), max(s.serial) filter (where s.slot = 4),
                max(s.serial) filter (where s.slot = 5), max(s.serial) filter (where s.slot = 6),
                max(s.serial) filter (where s.slot = 7),
                d.received_on, d.retired_on, lower(replace(d.state_word, '_', ' ')), d.state_reason, d.due_on,
                case when bool_and(s.last_good_bump is not null) then min(s.last_good_bump) end, d.last_run_on, lower(replace(d.last_verdict, '_', ' '))
            from detector d left join sensor s on s.detector_id = d.id and s.removed_on is null
            group by d.id order by d.serial
            """),
    SENSORS(
            List.of(
                    "detector",
                    "slot",
                    "serial",
                    "fitted_on",
                    "removed_on",
                    "last_good_on",
                    "last_good_bump",
                    "last_verdict"),
            """
            select d.serial, s.slot, s.serial, case when s.fitted_known then s.fitted_on end, s.removed_on, s.last_good_on,
                s.last_good_bump, lower(replace(s.last_verdict, '_', ' '))
            from sensor s join detector d on d.id = s.detector_id order by d.serial, s.slot, s.fitted_on
            """),
    CYLINDERS(with(CylinderSheet.COLUMNS, "state"), """
            select c.tag, c.certificate_number, c.lot, c.made_on, c.use_before, c.volume_litres, c.full_bar, c.gauge_bar,
                c.balance,
                (select string_agg(p.gas_id || ' ' || p.amount || ' ' || case p.unit when 'PPM' then 'ppm'
                        when 'VOL_PERCENT' then 'vol%' when 'PERCENT_LEL' then '%LEL' when 'MG_PER_M3' then 'mg/m³'
                        else 'mg/L' end || ' ±' || round((p.relative_uncertainty * 100)::numeric, 3) || ' %'
                        || case when p.states_two then ' (k = 2)' else '' end, '; ' order by p.position)
                 from cylinder_component p where p.cylinder_id = c.id),
                lower(replace(c.state, '_', ' '))
            from cylinder c order by c.tag
            """),
    RUNS(
            List.of(
                    "run",
                    "detector",
                    "model",
                    "job",
                    "source",
                    "technician",
                    "done_by",
                    "started_at",
                    "ended_on",
                    "verdict",
                    "slot",
                    "sensor",
                    "stage",
                    "sensor_verdict",
                    "reading",
                    "expected",
                    "response_percent",
                    "t90_s",
                    "cylinder",
                    "simulated",
                    "hash",
                    "withdrawn"),
            """
            select r.id, d.serial, r.model, lower(r.job), lower(replace(r.source, '_', ' ')), r.technician,
                case when r.source = 'PAPER' then (select e.body::jsonb ->> 'doneBy' from run_event e
                    where e.run_id = r.id and e.kind = 'PaperEntered' order by e.seq limit 1) else r.technician end,
                r.started_at, r.ended_on, lower(replace(r.verdict, '_', ' ')), s.slot, s.serial, lower(replace(x.stage, '_', ' ')),
                lower(replace(x.verdict, '_', ' ')), x.reading, x.expected, x.response_percent, x.t90_seconds, x.cylinder,
                case when r.time_scale = 1 then 'no' else 'yes' end, r.last_hash,
                case when r.withdrawn then 'yes' else 'no' end
            from run r join detector d on d.id = r.detector_id
            left join sensor_result x on x.run_id = r.id left join sensor s on s.id = x.sensor_id
            where r.phase = 'SIGNED' and r.ended_on between ? and ?
            order by r.started_at, r.id, s.slot, x.stage
            """);

    private final List<String> columns;
    private final String sql;

    ExportTable(List<String> columns, String sql) {
        this.columns = columns;
        this.sql = sql;
    }

    /** The columns that the same table has on its way in, and more that only goes out. */
    private static List<String> with(List<String> columns, String... more) {
        return Stream.concat(columns.stream(), Stream.of(more)).toList();
    }

    List<String> columns() {
        return columns;
    }

    String sql() {
        return sql;
    }

    boolean hasDays() {
        return this == RUNS;
    }

    static Optional<ExportTable> named(String name) {
        return Arrays.stream(values())
                .filter(table -> table.name().toLowerCase(Locale.ROOT).equals(name))
                .findFirst();
    }
}
