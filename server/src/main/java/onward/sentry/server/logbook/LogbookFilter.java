package onward.sentry.server.logbook;

import java.time.Instant;
import java.time.LocalDate;
import java.time.OffsetDateTime;
import java.time.ZoneId;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.formats.LedgerKind;

/**
 * What to look for in the logbook; an empty part does not narrow it.
 *
 * @param words all of them must occur, each as a word or the beginning of one
 * @param area of the kinds of entry to look at
 * @param kind as the ledger stores it, such as {@code run-signed}
 * @param from the first day, in the site's zone
 * @param until the last day, it included
 * @param before only entries below this place, as a page's {@code next} gave it
 */
record LogbookFilter(
        Optional<String> words,
        Optional<LedgerKind.Area> area,
        Optional<String> kind,
        Optional<String> person,
        Optional<String> detector,
        Optional<String> crew,
        Optional<String> model,
        Optional<String> cylinder,
        Optional<Verdict> verdict,
        Optional<LocalDate> from,
        Optional<LocalDate> until,
        Optional<String> before) {

    /** A condition of the query with what is put in for its question marks. */
    record Condition(String sql, List<Object> values) {

        static final Condition NONE = new Condition("true", List.of());

        /** It narrows nothing. */
        boolean isEmpty() {
            return equals(NONE);
        }

        Condition and(Condition other) {
            var both = new ArrayList<>(values);
            both.addAll(other.values());
            return new Condition(sql + " and " + other.sql(), both);
        }
    }

    /** A place in the logbook: everything below it comes after it in the list. */
    record Place(Instant at, long seq) {

        static Place of(String text) {
            try {
                var parts = text.split("/", -1);
                return new Place(Instant.parse(parts[0]), Long.parseLong(parts[1]));
            } catch (DateTimeParseException | NumberFormatException | ArrayIndexOutOfBoundsException e) {
                throw new Refused(new Refusal(
                        "logbook-place",
                        "before",
                        "'" + text + "' is not a place in the logbook.",
                        "Give what a page names as its next, or leave it out."));
            }
        }

        @Override
        public String toString() {
            return at + "/" + seq;
        }
    }

    Condition condition(ZoneId zone) {
        var sql = new ArrayList<String>();
        var values = new ArrayList<Object>();
        area.ifPresent(of -> {
            var codes = Arrays.stream(LedgerKind.values())
                    .filter(one -> one.area() == of)
                    .map(LedgerKind::code)
                    .toList();
            sql.add("l.kind in (" + String.join(", ", Collections.nCopies(codes.size(), "?")) + ")");
            values.addAll(codes);
        });
        equal("l.kind", kind, sql, values);
        equal("l.by", person, sql, values);
        equal("l.detector", detector, sql, values);
        equal("l.cylinder", cylinder, sql, values);
        equal("d.crew", crew, sql, values);
        equal("d.model", model, sql, values);
        equal("r.verdict", verdict.map(Verdict::name), sql, values);
        query().ifPresent(query -> {
            // As a query of its own it is worked out once, and not for every entry that is looked at.
            sql.add("l.words @@ (select to_tsquery('simple', ?))");
            values.add(query);
        });
        from.ifPresent(day -> {
            sql.add("l.at >= ?");
            values.add(day.atStartOfDay(zone).toOffsetDateTime());
        });
        until.ifPresent(day -> {
            sql.add("l.at < ?");
            values.add(day.plusDays(1).atStartOfDay(zone).toOffsetDateTime());
        });
        return sql.isEmpty() ? Condition.NONE : new Condition(String.join(" and ", sql), values);
    }

    /** Only what stands below the place that was asked for. */
    Condition place() {
        return before.map(Place::of)
                .map(place -> new Condition(
                        "(l.at, l.seq) < (?, ?)",
                        List.of(OffsetDateTime.ofInstant(place.at(), ZoneOffset.UTC), place.seq())))
                .orElse(Condition.NONE);
    }

    private static void equal(String column, Optional<String> value, List<String> sql, List<Object> values) {
        value.filter(text -> !text.isBlank()).ifPresent(text -> {
            sql.add(column + " = ?");
            values.add(text.strip());
        });
    }

    /** The words as the database asks for them, each as the beginning of a word. */
    private Optional<String> query() {
        var query = Arrays.stream(words.orElse("").split("[\\s-]+"))
                .filter(word -> word.chars().anyMatch(Character::isLetterOrDigit))
                .map(word -> "'" + word.replace("\\", "").replace("'", "''") + "':*")
                .collect(Collectors.joining(" & "));
        return Optional.of(query).filter(text -> !text.isEmpty());
    }
}
