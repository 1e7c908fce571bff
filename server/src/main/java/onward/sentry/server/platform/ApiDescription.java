package onward.sentry.server.platform;

import com.fasterxml.jackson.databind.JavaType;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Iterator;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import org.springdoc.core.customizers.OpenApiCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** What the API says of itself: every field of an answer is there, and an optional one may be null. */
@Configuration
class ApiDescription {

    private static final String NULL = "null";
    /** The one body whose optional fields may be left out. */
    private static final String MAY_LEAVE_OUT = "CommandBody";

    private final Map<String, Class<?>> records = new ConcurrentHashMap<>();

    @Bean
    ModelConverter recordTypes() {
        return new RecordTypes(records);
    }

    @Bean
    OpenApiCustomizer fields() {
        return api -> {
            api.info(new Info().title("Onward Sentry").version("1"));
            api.setServers(List.of());
            api.getComponents().getSchemas().forEach(this::complete);
            limitTexts(api);
        };
    }

    /** Every text of a body has a limit: what its field says, or the usual one. */
    private static void limitTexts(OpenAPI api) {
        var limited = new LinkedHashSet<Schema<?>>();
        api.getPaths().values().stream()
                .flatMap(path -> path.readOperations().stream())
                .filter(operation -> operation.getRequestBody() != null)
                .flatMap(operation -> operation.getRequestBody().getContent().values().stream())
                .filter(content -> content.getSchema() != null)
                .forEach(content -> limit(content.getSchema(), api, limited));
    }

    private static void limit(Schema<?> schema, OpenAPI api, Set<Schema<?>> limited) {
        if (schema == null || !limited.add(schema)) {
            return;
        }
        if (schema.get$ref() != null) {
            var name = schema.get$ref().substring(schema.get$ref().lastIndexOf('/') + 1);
            limit(api.getComponents().getSchemas().get(name), api, limited);
        }
        boolean text = "string".equals(schema.getType())
                || schema.getTypes() != null && schema.getTypes().contains("string");
        if (text && schema.getEnum() == null && schema.getFormat() == null && schema.getMaxLength() == null) {
            schema.setMaxLength(TextLimit.USUAL_LETTERS);
        }
        if (schema.getProperties() != null) {
            schema.getProperties().values().forEach(property -> limit((Schema<?>) property, api, limited));
        }
        if (schema.getAdditionalProperties() instanceof Schema<?> values) {
            limit(values, api, limited);
        }
        limit(schema.getItems(), api, limited);
    }

    private void complete(String name, Schema<?> schema) {
        if (schema.getProperties() == null) {
            return;
        }
        var optional = new LinkedHashSet<String>();
        if (records.containsKey(name)) {
            Arrays.stream(records.get(name).getRecordComponents())
                    .filter(component -> component.getType() == Optional.class)
                    .forEach(component -> optional.add(component.getName()));
        }
        optional.forEach(field ->
                schema.getProperties().computeIfPresent(field, (key, property) -> nullable((Schema<?>) property)));
        var required = new ArrayList<>(schema.getProperties().keySet());
        if (name.equals(MAY_LEAVE_OUT)) {
            required.removeAll(optional);
        }
        schema.setRequired(required);
    }

    private static Schema<?> nullable(Schema<?> property) {
        if (property.get$ref() != null || property.getEnum() != null) {
            return new Schema<>().anyOf(List.of(property, new Schema<>().types(Set.of(NULL))));
        }
        var types = new LinkedHashSet<String>();
        if (property.getTypes() != null) {
            types.addAll(property.getTypes());
        } else if (property.getType() != null) {
            types.add(property.getType());
        }
        types.add(NULL);
        property.setTypes(types);
        return property;
    }

    /** Remembers which record a schema was made from, and knows that an OptionalDouble is a number or null. */
    private record RecordTypes(Map<String, Class<?>> records) implements ModelConverter {

        @Override
        public Schema<?> resolve(AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
            JavaType javaType = Json.mapper().constructType(type.getType());
            if (javaType != null && javaType.getRawClass() == OptionalDouble.class) {
                return new Schema<>().types(new LinkedHashSet<>(List.of("number", NULL)));
            }
            if (javaType != null && javaType.getRawClass().isRecord()) {
                var known = records.put(javaType.getRawClass().getSimpleName(), javaType.getRawClass());
                if (known != null && known != javaType.getRawClass()) {
                    throw new IllegalStateException("The description of the API would mix " + known + " with "
                            + javaType.getRawClass() + ": give one of them another name.");
                }
            }
            return chain.hasNext() ? chain.next().resolve(type, context, chain) : null;
        }
    }
}
