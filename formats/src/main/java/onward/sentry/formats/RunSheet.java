package onward.sentry.formats;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import onward.sentry.core.card.Job;
import onward.sentry.core.detector.Serial;
import onward.sentry.core.working.Refused;

/**
 * Jobs that were done on paper as a table, one a line, as {@code docs/formats/tables.md} describes it: detector, job, day, who
 * did it, the cylinder, and what each slot showed in clean air ({@code zero_1} to {@code zero_7}) and on gas ({@code gas_1} to
 * {@code gas_7}).
 */
public final class RunSheet {

    /** The columns that must be there. */
    public static final List<String> WANTED = List.of("detector", "job", "on", "done_by", "cylinder");

    private static final int MOST_SLOTS = 7;

    /** Every column. */
    public static final List<String> COLUMNS = Stream.concat(
                    WANTED.stream(),
                    IntStream.rangeClosed(1, MOST_SLOTS)
                            .boxed()
                            .flatMap(slot -> Stream.of("zero_" + slot, "gas_" + slot)))
            .toList();

    private static final int MOST_LETTERS = 100;

    private final TableFile.Row row;
    private final List<LineFault> faults = new ArrayList<>();

    private RunSheet(TableFile.Row row) {
        this.row = row;
    }

    /** What a sheet says of one sensor, in its unit; empty where it says nothing. */
    public record Figures(Optional<Double> zero, Optional<Double> onGas) {}

    /**
     * A job as its line tells it.
     *
     * @param cylinder tag of the gas that was on it
     * @param figures by slot
     */
    public record PaperJob(Job job, LocalDate on, String doneBy, String cylinder, Map<Integer, Figures> figures) {}

    /**
     * A line of the sheet.
     *
     * @param detector its serial
     * @param job empty when something is wrong
     */
    public record Line(long line, String detector, Optional<PaperJob> job, List<LineFault> faults) {}

    /** Reads a row; what is wrong with it is said, field by field. */
    public static Line read(TableFile.Row row) {
        return new RunSheet(row).line();
    }

    private Line line() {
        var detector = serial();
        var job = job();
        var on = day();
        var doneBy = words("done_by", "The sheet says who did the job.");
        var cylinder = words("cylinder", "The tag of the cylinder that was on it, as its label says.");
        var figures = figures();
        return new Line(
                row.line(),
                detector,
                faults.isEmpty()
                        ? Optional.of(new PaperJob(job.orElseThrow(), on.orElseThrow(), doneBy, cylinder, figures))
                        : Optional.empty(),
                List.copyOf(faults));
    }

    private String serial() {
        try {
            return Serial.of(row.at("detector"));
        } catch (Refused refused) {
            fault("detector", refused.refusal().reason(), refused.refusal().wayOut(), Optional.empty());
            return row.at("detector");
        }
    }

    private Optional<Job> job() {
        var word = row.at("job").toLowerCase(Locale.ROOT);
        for (var job : Job.values()) {
            if (job.label().equals(word)) {
                return Optional.of(job);
            }
        }
        fault(
                "job",
                word.isEmpty() ? "The job is missing." : "No job is called so.",
                "Write calibration or bump.",
                word.startsWith("cal")
                        ? Optional.of(Job.CALIBRATION.label())
                        : word.startsWith("bump") ? Optional.of(Job.BUMP.label()) : Optional.empty());
        return Optional.empty();
    }

    private Optional<LocalDate> day() {
        var day = SheetField.day(row.at("on"));
        if (day.isEmpty()) {
            fault(
                    "on",
                    "A date is written YYYY-MM-DD here.",
                    "Write year, month, day.",
                    SheetField.meantDay(row.at("on")).map(LocalDate::toString));
        }
        return day;
    }

    private String words(String column, String wayOut) {
        var text = row.at(column);
        if (text.isEmpty()) {
            fault(column, "It is empty.", wayOut, Optional.empty());
        } else if (text.length() > MOST_LETTERS) {
            fault(
                    column,
                    "At most " + MOST_LETTERS + " characters fit here, these are " + text.length() + ".",
                    "Say it shorter.",
                    Optional.empty());
        }
        return text;
    }

    private Map<Integer, Figures> figures() {
        var figures = new TreeMap<Integer, Figures>();
        for (int slot = 1; slot <= MOST_SLOTS; slot++) {
            var zero = number("zero_" + slot);
            var onGas = number("gas_" + slot);
            if (zero.isPresent() || onGas.isPresent()) {
                figures.put(slot, new Figures(zero, onGas));
            }
        }
        return figures;
    }

    private Optional<Double> number(String column) {
        var text = row.at(column);
        var number = SheetField.number(text);
        if (number.isEmpty() && !text.isEmpty()) {
            fault(
                    column,
                    "This is no number.",
                    "Write it as 48.5; leave it empty where the sheet says nothing.",
                    Optional.empty());
        }
        return number;
    }

    private void fault(String column, String reason, String wayOut, Optional<String> instead) {
        faults.add(new LineFault(column, row.at(column), reason, wayOut, instead));
    }
}
