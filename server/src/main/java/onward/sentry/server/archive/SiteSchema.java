package onward.sentry.server.archive;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** JSON Schema of an archive's lines: a definition per table, by the columns that the database has. */
final class SiteSchema {

    private SiteSchema() {}

    static Map<String, Object> of(List<SiteTables.Table> tables) {
        var definitions = new LinkedHashMap<String, Object>();
        tables.forEach(table -> definitions.put(table.name(), definition(table)));
        var schema = new LinkedHashMap<String, Object>();
        schema.put("$schema", "https://json-schema.org/draft/2020-12/schema");
        schema.put("title", "A line of an Onward Sentry site archive; each table's file holds lines of its definition");
        schema.put("$defs", definitions);
        return schema;
    }

    private static Map<String, Object> definition(SiteTables.Table table) {
        var properties = new LinkedHashMap<String, Object>();
        table.columns().forEach(column -> properties.put(column.name(), property(column)));
        var definition = new LinkedHashMap<String, Object>();
        definition.put("type", "object");
        definition.put("properties", properties);
        definition.put(
                "required",
                table.columns().stream().map(SiteTables.Column::name).toList());
        definition.put("additionalProperties", false);
        return definition;
    }

    private static Map<String, Object> property(SiteTables.Column column) {
        var property = new LinkedHashMap<String, Object>();
        var type = switch (column.type()) {
            case "boolean" -> "boolean";
            case "integer", "bigint" -> "integer";
            case "double precision" -> "number";
            default -> "string";
        };
        property.put("type", column.mayBeNull() ? List.of(type, "null") : type);
        switch (column.type()) {
            case "uuid" -> property.put("format", "uuid");
            case "date" -> property.put("format", "date");
            case "timestamp with time zone" -> property.put("format", "date-time");
            case "bytea" -> property.put("pattern", "^\\\\x([0-9a-f]{2})*$");
            default -> {}
        }
        return property;
    }
}
