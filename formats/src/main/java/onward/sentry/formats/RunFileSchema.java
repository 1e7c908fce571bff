package onward.sentry.formats;

import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SchemaRegistryConfig;
import com.networknt.schema.SpecificationVersion;
import com.networknt.schema.path.PathType;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Comparator;
import java.util.Locale;
import java.util.Map;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import tools.jackson.databind.JsonNode;

/** The published JSON Schema of run files. */
final class RunFileSchema {

    private static final String CARD = "urn:onward-sentry:procedure-card";
    private static final Schema SCHEMA = schema();

    private RunFileSchema() {}

    /**
     * Holds a run file against the schema.
     *
     * @throws Refused with code {@code schema}; its field is the path of the place, for example {@code
     *     $.detector.tolerancePercent}, and its reason says what is wrong there
     */
    static void check(JsonNode file) {
        var wrong = SCHEMA.validate(file, context -> context.executionConfig(config -> config.locale(Locale.ENGLISH)));
        wrong.stream()
                .min(Comparator.comparing(error -> error.getInstanceLocation().getNameCount()))
                .ifPresent(error -> {
                    var path = error.getInstanceLocation().toString();
                    throw new Refused(new Refusal(
                            "schema",
                            path,
                            path + ": " + error.getMessage(),
                            "Compare it with docs/formats/run-file.schema.json."));
                });
    }

    private static Schema schema() {
        return SchemaRegistry.withDefaultDialect(
                        SpecificationVersion.DRAFT_2020_12,
                        builder -> builder.schemas(Map.of(CARD, resource("procedure-card.schema.json")))
                                .schemaRegistryConfig(SchemaRegistryConfig.builder()
                                        .pathType(PathType.JSON_PATH)
                                        .build()))
                .getSchema(resource("run-file.schema.json"));
    }

    private static String resource(String name) {
        try (var stream = RunFileSchema.class.getResourceAsStream("schema/" + name)) {
            return new String(stream.readAllBytes(), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
