package onward.sentry.tools;

import java.io.PrintStream;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import onward.sentry.core.calculator.Calculation;
import onward.sentry.core.calculator.Calculations;
import onward.sentry.core.calculator.Result;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import tools.jackson.databind.json.JsonMapper;

/**
 * {@code ./sentry calc NAME key=value … [--json]}: one calculation with its working. Exit 0, or 2 when an input is wrong;
 * without a name it lists what there is.
 */
public final class Calc {

    private static final int BAD_INPUT = 2;
    private static final JsonMapper JSON = JsonMapper.shared();

    private Calc() {}

    public static void main(String[] args) {
        System.exit(run(args, System.out, System.err));
    }

    static int run(String[] args, PrintStream out, PrintStream err) {
        boolean json = false;
        String name = null;
        Map<String, String> given = new LinkedHashMap<>();
        try {
            for (var argument : args) {
                int equals = argument.indexOf('=');
                if (argument.equals("--json")) {
                    json = true;
                } else if (equals > 0) {
                    given.put(argument.substring(0, equals), argument.substring(equals + 1));
                } else {
                    Refusal.unless(
                            name == null && equals != 0,
                            "argument",
                            argument,
                            "'" + argument + "' is not of the form key=value.",
                            "For example: ./sentry calc vol_to_lel gas=methane vol=1.10 basis=iec");
                    name = argument;
                }
            }
            if (name == null) {
                list(out);
                return 0;
            }
            var result = Calculations.answer(name, given);
            out.println(json ? JSON.writeValueAsString(result) : inWords(result));
            return 0;
        } catch (Refused refused) {
            var refusal = refused.refusal();
            err.println(json ? JSON.writeValueAsString(refusal) : refusal.reason() + "\n" + refusal.wayOut());
            return BAD_INPUT;
        }
    }

    private static String inWords(Result result) {
        var working = result.working();
        var numbers = working.inputs().stream()
                .map(input -> "  " + input.name() + " = " + input.value() + "\n")
                .collect(Collectors.joining());
        return result.value() + (result.unit().isEmpty() ? "" : " " + result.unit()) + "\n\n" + working.rule() + "\n"
                + (working.formula().isEmpty() ? "" : "  " + working.formula() + "\n") + numbers + "  → "
                + working.result()
                + (working.source().isEmpty() ? "" : "\n  from " + working.source());
    }

    private static void list(PrintStream out) {
        for (Calculation calculation : Calculations.all()) {
            out.println(calculation.name() + "  " + calculation.title());
            calculation
                    .inputs()
                    .forEach(input -> out.println("    " + input.name() + "  " + input.what()
                            + input.usual()
                                    .filter(usual -> !usual.isEmpty())
                                    .map(usual -> " (usually " + usual + ")")
                                    .orElse("")));
        }
    }
}
