package onward.sentry.server.platform;

import com.fasterxml.jackson.databind.JavaType;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.Json;
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
        };
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
