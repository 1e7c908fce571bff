package onward.sentry.formats;

import java.time.LocalDate;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.OptionalDouble;
import java.util.TreeMap;
import onward.sentry.core.doubt.OwnTrend;
import onward.sentry.core.evidence.History;
import onward.sentry.core.health.ResponseTrend;
import onward.sentry.core.health.SpanResponse;

/**
 * What a run file tells of the time before the run.
 *
 * @param spans of the detector's own sensors, good ones, in any order
 * @param others what other detectors showed on the same cylinders lately, before they were set
 */
public record RunHistory(List<Span> spans, List<Other> others) implements History {

    public static final RunHistory NONE = new RunHistory(List.of(), List.of());

    /** @param responsePercent raw reading over what was expected */
    public record Span(int slot, LocalDate on, double responsePercent) {}

    /** @param cylinder its tag, as in the run */
    public record Other(String cylinder, String gasId, double responsePercent) {}

    public RunHistory {
        spans = spans == null ? List.of() : List.copyOf(spans);
        others = others == null ? List.of() : List.copyOf(others);
    }

    /** What each sensor should respond with on a day by its own spans, by slot; none where too few are known. */
    public Map<Integer, OwnTrend> trends(LocalDate on) {
        var trends = new TreeMap<Integer, OwnTrend>();
        spans.stream().map(Span::slot).distinct().forEach(slot -> {
            var own = spans.stream()
                    .filter(span -> span.slot() == slot)
                    .sorted(Comparator.comparing(Span::on))
                    .map(span -> new SpanResponse(span.on(), span.responsePercent(), ""))
                    .toList();
            ResponseTrend.expected(own, on)
                    .filter(expected -> expected.percent() > 0)
                    .ifPresent(expected -> trends.put(slot, new OwnTrend(expected.percent(), expected.standard())));
        });
        return trends;
    }

    @Override
    public OptionalDouble lastGoodSpan(int slot) {
        return spans.stream()
                .filter(span -> span.slot() == slot)
                .max(Comparator.comparing(Span::on))
                .map(span -> OptionalDouble.of(span.responsePercent() / 100))
                .orElseGet(OptionalDouble::empty);
    }

    @Override
    public List<Double> others(String cylinderId, String gasId) {
        return others.stream()
                .filter(other ->
                        other.cylinder().equals(cylinderId) && other.gasId().equals(gasId))
                .map(other -> other.responsePercent() / 100)
                .toList();
    }
}
