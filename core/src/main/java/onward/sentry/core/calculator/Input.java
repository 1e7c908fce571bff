package onward.sentry.core.calculator;

import java.util.Optional;

/**
 * Something that a calculation needs.
 *
 * @param name as it is given: {@code gas=methane}
 * @param what in words, with its unit
 * @param kind what may be given
 * @param usual what is taken when it is not given; empty: it must be given
 */
public record Input(String name, String what, Kind kind, Optional<String> usual) {

    /** What may be given. */
    public enum Kind {
        /** A number. */
        NUMBER,
        /** A gas of the library, by its id. */
        GAS,
        /** {@code handbook} or {@code iec}. */
        BASIS,
        /** A day as 2026-03-31. */
        DAY,
        /** One of some words. */
        WORDS
    }

    static Input of(String name, String what) {
        return new Input(name, what, Kind.NUMBER, Optional.empty());
    }

    static Input of(String name, String what, String usual) {
        return new Input(name, what, Kind.NUMBER, Optional.of(usual));
    }

    Input as(Kind other) {
        return new Input(name, what, other, usual);
    }
}
