package onward.sentry.formats;

import java.lang.reflect.Array;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

/** What was read has every part that it cannot be without: nothing is missing and every number is a number. */
final class Holes {

    private Holes() {}

    /** @throws Refused with code {@code missing} or {@code number}; its field is the path of the place */
    static void check(Object read) {
        check(read, "$");
    }

    private static void check(Object value, String path) {
        if (value == null) {
            throw refused("missing", path, "is missing.", "Give it a value.");
        }
        if (value instanceof Double number && !Double.isFinite(number)
                || value instanceof OptionalDouble given
                        && given.isPresent()
                        && !Double.isFinite(given.getAsDouble())) {
            throw refused("number", path, "is too large for a number.", "Give a plain decimal number.");
        }
        if (value instanceof Optional<?> optional) {
            optional.ifPresent(inside -> check(inside, path));
        } else if (value instanceof Record record) {
            for (var part : record.getClass().getRecordComponents()) {
                try {
                    part.getAccessor().setAccessible(true);
                    check(part.getAccessor().invoke(record), path + "." + part.getName());
                } catch (ReflectiveOperationException e) {
                    throw new IllegalStateException(e);
                }
            }
        } else if (value instanceof Collection<?> many) {
            int i = 0;
            for (var one : many) {
                check(one, path + "[" + i++ + "]");
            }
        } else if (value instanceof Map<?, ?> map) {
            map.forEach((key, one) -> check(one, path + "." + key));
        } else if (value.getClass().isArray()) {
            for (int i = 0; i < Array.getLength(value); i++) {
                check(Array.get(value, i), path + "[" + i + "]");
            }
        }
    }

    private static Refused refused(String code, String path, String reason, String wayOut) {
        return new Refused(new Refusal(code, path, path + " " + reason, wayOut));
    }
}
