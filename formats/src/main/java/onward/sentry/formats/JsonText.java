package onward.sentry.formats;

import java.util.function.Supplier;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import tools.jackson.core.StreamReadFeature;
import tools.jackson.core.exc.StreamReadException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Reads one of our forms from text; what cannot be read is refused with its place inside the text. */
public final class JsonText {

    private static final int MOST_LETTERS = 300;
    private static final JsonMapper STRICT = CoreJson.canonical()
            .rebuild()
            .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
            .enable(StreamReadFeature.STRICT_DUPLICATE_DETECTION)
            .build();
    private static final String SCHEMA = "Compare it with the JSON Schema in docs/formats.";

    private JsonText() {}

    /** @throws Refused with code {@code unreadable}, the path as its field, for example {@code cylinders[0].mixture} */
    public static <T> T read(String text, Class<T> type) {
        return read(CoreJson.canonical(), text, type);
    }

    private static <T> T read(JsonMapper mapper, String text, Class<T> type) {
        return reading(() -> mapper.readValue(text, type));
    }

    /**
     * A text as a tree: JSON that names nothing twice.
     *
     * @throws Refused with code {@code unreadable}, the line as its field
     */
    static JsonNode tree(String text) {
        return reading(() -> STRICT.readTree(text));
    }

    /** One of our forms from a tree in which nothing may stand that the form does not know. */
    static <T> T readStrictly(JsonNode tree, Class<T> type) {
        return reading(() -> STRICT.treeToValue(tree, type));
    }

    private static <T> T reading(Supplier<T> what) {
        try {
            return what.get();
        } catch (StreamReadException e) {
            throw refused("line " + e.getLocation().getLineNr(), "This is not JSON: " + e.getOriginalMessage(), SCHEMA);
        } catch (DatabindException e) {
            throw refused(path(e), e);
        }
    }

    private static String path(DatabindException e) {
        var path = new StringBuilder();
        for (var place : e.getPath()) {
            if (place.getPropertyName() == null) {
                path.append('[').append(place.getIndex()).append(']');
            } else {
                path.append(path.isEmpty() ? "" : ".").append(place.getPropertyName());
            }
        }
        return path.toString();
    }

    private static Refused refused(String path, DatabindException e) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof Refused found) {
                var refusal = found.refusal();
                return refused(path.isEmpty() ? refusal.field() : path, refusal.reason(), refusal.wayOut());
            }
            if (cause instanceof IllegalArgumentException || cause instanceof NullPointerException) {
                return refused(path, String.valueOf(cause.getMessage()), SCHEMA);
            }
        }
        return refused(path, e.getOriginalMessage(), SCHEMA);
    }

    private static Refused refused(String path, String reason, String wayOut) {
        var text = reason.length() > MOST_LETTERS ? reason.substring(0, MOST_LETTERS) + " …" : reason;
        return new Refused(new Refusal("unreadable", path, (path.isEmpty() ? "" : path + ": ") + text, wayOut));
    }
}
