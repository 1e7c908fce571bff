package onward.sentry.core.workings;

import java.util.Optional;

/**
 * Something that a calculation needs.
 *
 * @param name as it is given: {@code gas=methane}
 * @param what in words, with its unit
 * @param usual what is taken when it is not given; empty: it must be given
 */
public record Input(String name, String what, Optional<String> usual) {

    static Input of(String name, String what) {
        return new Input(name, what, Optional.empty());
    }

    static Input of(String name, String what, String usual) {
        return new Input(name, what, Optional.of(usual));
    }
}
