package onward.sentry.tools;

import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.formats.CoreJson;
import onward.sentry.formats.ReadingsCsv;
import onward.sentry.formats.RunFileText;
import onward.sentry.formats.RunVerdicts;

/**
 * {@code ./sentry judge FILE [READINGS.csv]}: verdicts and workings of a run file as JSON. Exit 0 when every sensor passes
 * or is marginal, 1 when one fails, 2 when the file cannot be used, 3 when none fails and something that the card asks for
 * was not tested.
 */
public final class Judge {

    private static final int FAILED = 1;
    private static final int UNUSABLE = 2;
    private static final int INCOMPLETE = 3;

    private Judge() {}

    public static void main(String[] args) {
        // The schema validator logs through SLF4J, which has nothing to write to here and would say so.
        System.setProperty("slf4j.internal.verbosity", "ERROR");
        System.exit(run(args, System.out, System.err));
    }

    static int run(String[] args, PrintStream out, PrintStream err) {
        try {
            Refusal.unless(
                    args.length == 1 || args.length == 2,
                    "argument",
                    "",
                    "One run file is judged at a time, with or without a table of readings beside it.",
                    "For example: ./sentry judge docs/formats/examples/quoin-4.run.json");
            var file = RunFileText.read(text(args[0]));
            if (args.length == 2) {
                file = file.withReadings(ReadingsCsv.read(text(args[1]), file.card()));
            }
            var verdicts = RunVerdicts.of(file);
            out.println(CoreJson.canonical().writerWithDefaultPrettyPrinter().writeValueAsString(verdicts));
            return switch (verdicts.verdict()) {
                case PASS, MARGINAL -> 0;
                case FAIL -> FAILED;
                case NOT_JUDGED -> INCOMPLETE;
            };
        } catch (Refused refused) {
            err.println(refused.refusal().reason() + "\n" + refused.refusal().wayOut());
            return UNUSABLE;
        } catch (RuntimeException e) {
            // A file that breaks a rule nobody thought of is unusable all the same.
            err.println("The run of this file contradicts itself: " + e.getMessage()
                    + "\nCompare it with docs/formats/run-file.md.");
            return UNUSABLE;
        }
    }

    private static String text(String name) {
        try {
            return Files.readString(Path.of(name), StandardCharsets.UTF_8);
        } catch (IOException e) {
            throw new Refused(new Refusal(
                    "file", name, "'" + name + "' cannot be read.", "Give the path of a file of UTF-8 text."));
        }
    }
}
