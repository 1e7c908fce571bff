package onward.sentry.formats;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.List;
import onward.sentry.core.card.ProcedureCard;

/** The procedure cards that ship with the program. */
public final class CardLibrary {

    private static final List<String> FILES = List.of(
            "quoin-4",
            "quoin-5p",
            "mote-nh3",
            "mote-co",
            "hollin-no",
            "fell-co2",
            "drift-dual",
            "tarn-breath",
            "line-co",
            "reed-vapour",
            "wick-co");

    private CardLibrary() {}

    /** The newest version of each. */
    public static List<ProcedureCard> all() {
        return FILES.stream().map(CardLibrary::read).toList();
    }

    /** A card with one sensor and the steps that nearly every model has, to be written on. */
    public static ProcedureCard blank() {
        return read("blank");
    }

    /** @param file its name without the ending, for example {@code quoin-4} */
    static ProcedureCard read(String file) {
        try (InputStream in = CardLibrary.class.getResourceAsStream("/cards/" + file + ".json")) {
            return CoreJson.canonical().readValue(in, ProcedureCard.class);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
