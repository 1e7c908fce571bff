package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;

import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import onward.sentry.core.card.ProcedureCard;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/** The shipped cards, the schema in docs/formats and what the core reads and writes are one format. */
class CardFormatTest {

    private final Schema schema = schema();

    private static Schema schema() {
        try {
            return SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
                    .getSchema(Files.readString(Path.of("../docs/formats/procedure-card.schema.json")));
        } catch (IOException e) {
            throw new IllegalStateException(e);
        }
    }

    static Stream<Path> cards() throws IOException {
        return Files.list(Path.of("src/main/resources/cards"));
    }

    @ParameterizedTest
    @MethodSource("cards")
    void aShippedCardFitsTheSchemaBeforeAndAfterTheCoreHasReadIt(Path file) throws IOException {
        var text = Files.readString(file);
        assertThat(schema.validate(text, InputFormat.JSON)).isEmpty();
        var json = CoreJson.canonical();
        var card = json.readValue(text, ProcedureCard.class);
        var written = json.writeValueAsString(card);
        assertThat(schema.validate(written, InputFormat.JSON)).isEmpty();
        assertThat(json.readValue(written, ProcedureCard.class)).isEqualTo(card);
    }

    @ParameterizedTest
    @CsvSource({
        "'\"version\": 3', '\"version\": 0'",
        "'\"kind\": \"zero\"', '\"kind\": \"nought\"'",
        "'\"rule\": \"stable-or-deadline\"', '\"rule\": \"whenever\"'",
        "'\"flowLitresPerMinute\": 0.5', '\"flowLitresPerMinute\": 0'",
    })
    void theSchemaRefusesWhatTheCoreRefuses(String right, String wrong) throws IOException {
        var text = Files.readString(Path.of("src/main/resources/cards/quoin-4.json"));
        assertThat(text).contains(right);
        var broken = text.replace(right, wrong);
        assertThat(schema.validate(broken, InputFormat.JSON)).isNotEmpty();
        assertThat(org.assertj.core.api.Assertions.catchThrowable(
                        () -> CoreJson.canonical().readValue(broken, ProcedureCard.class)))
                .isNotNull();
    }
}
