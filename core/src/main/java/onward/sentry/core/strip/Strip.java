package onward.sentry.core.strip;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import onward.sentry.core.card.Step;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.result.SensorOutcome;
import onward.sentry.core.run.RunEvent;
import onward.sentry.core.run.RunState;

/**
 * A run drawn as one ribbon: a stretch per stage along run time, and per sensor the marks where it was judged. Its text
 * form is a few dozen bytes, stored at signing so that lists need not read the events.
 *
 * <p>{@code "R0 Z45 G80 C150 E190;1:72p 1:141p 2:72p"}: ready from 0 s, zero from 45 s, gas from 80 s, clear-down from
 * 150 s, end at 190 s; slot 1 passed at 72 s and at 141 s.
 */
public record Strip(List<Stretch> stretches, long endSeconds, List<Mark> marks) {

    /** Room that the store has for a strip: every stretch of a card's most steps, and the marks that still fit. */
    public static final int MOST_LETTERS = 1_000;

    /** A stage with the second of run time at which it began. */
    public record Stretch(Kind kind, long fromSeconds) {}

    /** Where a sensor was judged. */
    public record Mark(int slot, long atSeconds, Verdict verdict) {}

    /** What a stretch of the ribbon is; the time until gas comes on counts as getting ready. */
    public enum Kind {
        /** Checks and warm-up. */
        READY('R'),
        /** Zero in clean air. */
        ZERO('Z'),
        /** Gas is on. */
        GAS('G'),
        /** Clear-down after the gas. */
        CLEAR('C');

        private final char letter;

        Kind(char letter) {
            this.letter = letter;
        }

        private static Kind of(Step step) {
            if (step instanceof Step.Zero || step instanceof Step.Blank) {
                return ZERO;
            }
            if (step instanceof Step.ClearDown) {
                return CLEAR;
            }
            boolean onGas = step instanceof Step.ApplyGas
                    || step instanceof Step.ConfirmAlarms
                    || step instanceof Step.SaveOnInstrument;
            return onGas ? GAS : READY;
        }
    }

    /**
     * Draws the run as far as it has got.
     *
     * @param state of the run
     * @param nowMillis run time, ms
     * @return phases and marks, by run time
     */
    public static Strip of(RunState state, long nowMillis) {
        var stretches = new ArrayList<Stretch>();
        state.stepStarts().entrySet().stream()
                .filter(entry -> entry.getKey() < state.steps().size())
                .sorted(Map.Entry.comparingByKey())
                .forEach(entry -> draw(stretches, state, entry.getKey(), entry.getValue()));
        return new Strip(stretches, nowMillis / 1000, marks(state));
    }

    private static void draw(List<Stretch> stretches, RunState state, int step, long since) {
        var kind = Kind.of(state.steps().get(step));
        if (!(state.steps().get(step) instanceof Step.ApplyGas)) {
            begin(stretches, kind, since);
            return;
        }
        boolean straightOn = state.openings().getOrDefault(step, Long.MAX_VALUE) <= since;
        if (!straightOn) {
            begin(stretches, Kind.READY, since);
        }
        if (state.openings().containsKey(step)) {
            begin(stretches, Kind.GAS, state.openings().get(step));
        }
    }

    private static void begin(List<Stretch> stretches, Kind kind, long atMillis) {
        if (stretches.isEmpty() || stretches.get(stretches.size() - 1).kind() != kind) {
            stretches.add(new Stretch(kind, atMillis / 1000));
        }
    }

    private static List<Mark> marks(RunState state) {
        var marks = new ArrayList<Mark>();
        for (var event : state.events()) {
            if (event instanceof RunEvent.ZeroJudged e) {
                e.outcomes().forEach(o -> marks.add(mark(o, e.at())));
            } else if (event instanceof RunEvent.ReadingAccepted e) {
                marks.add(mark(e.outcome(), e.at()));
            } else if (event instanceof RunEvent.ReadingNotAccepted e) {
                marks.add(mark(e.outcome(), e.at()));
            }
        }
        return marks;
    }

    private static Mark mark(SensorOutcome outcome, long at) {
        return new Mark(outcome.slot(), at / 1000, outcome.judgement().verdict());
    }

    /**
     * At most {@link #MOST_LETTERS} letters: after very many tries the earliest marks are left out.
     *
     * @return the strip as text
     */
    public String encode() {
        var ribbon = stretches.stream()
                .map(s -> s.kind().letter + "" + s.fromSeconds())
                .collect(Collectors.joining(" ", "", " E" + endSeconds));
        for (int from = 0; from < marks.size(); from++) {
            var text = ribbon + encode(marks.subList(from, marks.size()));
            if (text.length() <= MOST_LETTERS) {
                return text;
            }
        }
        return ribbon + ";";
    }

    private static String encode(List<Mark> marks) {
        return marks.stream()
                .map(m -> m.slot() + ":" + m.atSeconds()
                        + m.verdict().name().toLowerCase().charAt(0))
                .collect(Collectors.joining(" ", ";", ""));
    }

    /**
     * Reads what {@link #encode} wrote.
     *
     * @param text as typed or stored
     * @return the strip
     */
    public static Strip decode(String text) {
        var halves = text.split(";", -1);
        var stretches = new ArrayList<Stretch>();
        long end = 0;
        for (var part : halves[0].strip().split(" ")) {
            long seconds = Long.parseLong(part.substring(1));
            char letter = part.charAt(0);
            if (letter == 'E') {
                end = seconds;
            }
            for (var kind : Kind.values()) {
                if (kind.letter == letter) {
                    stretches.add(new Stretch(kind, seconds));
                }
            }
        }
        var marks = new ArrayList<Mark>();
        for (var part : halves[1].isEmpty() ? new String[0] : halves[1].split(" ")) {
            var slotAndRest = part.split(":");
            var rest = slotAndRest[1];
            char initial = rest.charAt(rest.length() - 1);
            for (var verdict : Verdict.values()) {
                if (verdict.name().toLowerCase().charAt(0) == initial) {
                    marks.add(new Mark(
                            Integer.parseInt(slotAndRest[0]),
                            Long.parseLong(rest.substring(0, rest.length() - 1)),
                            verdict));
                }
            }
        }
        return new Strip(stretches, end, marks);
    }
}
