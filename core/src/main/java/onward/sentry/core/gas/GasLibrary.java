package onward.sentry.core.gas;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.OptionalDouble;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

/**
 * The gases that the program knows, with typical handbook figures, or a site's own in their place; the instrument's own
 * manual decides.
 */
public final class GasLibrary {

    private static final GasLibrary SHIPPED = new GasLibrary(readCsv("gases.csv"));

    private final Map<String, Gas> byId = new LinkedHashMap<>();
    private final SiteFigures figures;

    private GasLibrary(SiteFigures figures) {
        this.figures = figures;
        SHIPPED.byId.forEach((id, gas) -> byId.put(id, gas.with(figures)));
    }

    private GasLibrary(List<String[]> rows) {
        figures = SiteFigures.NONE;
        for (String[] row : rows) {
            byId.put(
                    row[0],
                    new Gas(
                            row[0],
                            row[1],
                            row[2],
                            Double.parseDouble(row[3]),
                            optional(row[4]),
                            optional(row[5]),
                            optional(row[6]),
                            Double.parseDouble(row[7]),
                            optional(row[8]),
                            row[9].equals("yes"),
                            row[10].isBlank() ? Gas.Danger.NONE : Gas.Danger.valueOf(row[10].toUpperCase(Locale.ROOT)),
                            row[11]));
        }
    }

    /** {@return the library that ships with the program} */
    public static GasLibrary shipped() {
        return SHIPPED;
    }

    /**
     * {@return what ships, with a site's figures in the place of the shipped ones}
     *
     * @param figures gases and figures that the site added or changed
     */
    public static GasLibrary with(SiteFigures figures) {
        return figures.gases().isEmpty() ? SHIPPED : new GasLibrary(figures);
    }

    /**
     * {@return where a figure comes from: {@code "handbook value"}, or what the site has said}
     *
     * @param gasId id of a gas of the library
     * @param figure which figure of the gas
     */
    public String sourceOf(String gasId, GasFigure figure) {
        return figures.of(gasId, figure).map(SiteFigures.OfGas::source).orElseGet(figure::shippedSource);
    }

    /**
     * For a working: {@code " (site: manual page 41)"} behind a figure of the site, else nothing.
     *
     * @param gasId id of a gas of the library
     * @param figure which figure of the gas
     * @return text to put behind a figure
     */
    public String siteSource(String gasId, GasFigure figure) {
        return figures.of(gasId, figure)
                .map(one -> " (site: " + one.source() + ")")
                .orElse("");
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof GasLibrary library && library.figures.equals(figures);
    }

    @Override
    public int hashCode() {
        return figures.hashCode();
    }

    /**
     * @param id id of the run
     * @return the gas
     * @throws onward.sentry.core.working.Refused with code {@code gas-unknown}
     */
    public Gas gas(String id) {
        var gas = byId.get(id);
        // Asked for with every reading: the words of the refusal are put together only when it is needed.
        if (gas == null) {
            throw new Refused(new Refusal(
                    "gas-unknown",
                    "gas",
                    "No gas is called '" + id + "' in the library.",
                    "Pick one of: " + String.join(", ", byId.keySet()) + "."));
        }
        return gas;
    }

    /** {@return every gas, in the order of the library} */
    public Collection<Gas> all() {
        return List.copyOf(byId.values());
    }

    private static OptionalDouble optional(String cell) {
        return cell.isBlank() ? OptionalDouble.empty() : OptionalDouble.of(Double.parseDouble(cell));
    }

    /** Rows of a shipped table without its heading. The tables are ours and hold no quotes. */
    static List<String[]> readCsv(String name) {
        try (InputStream in = GasLibrary.class.getResourceAsStream(name)) {
            return new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .lines()
                    .skip(1)
                    .map(line -> line.split(",", -1))
                    .toList();
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
