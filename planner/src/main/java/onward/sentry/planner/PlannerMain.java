package onward.sentry.planner;

import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import onward.sentry.core.plan.PlanTask;
import tools.jackson.databind.json.JsonMapper;

/**
 * A search in a process of its own: reads a task as JSON from its input, writes each {@link Progress} as a line of JSON.
 *
 * <p>The solver is native code. Whatever happens to it, the bench goes on.
 */
public final class PlannerMain {

    private PlannerMain() {}

    /** @param arguments seconds that the search may take */
    public static void main(String[] arguments) {
        var json = new JsonMapper();
        var out = new PrintStream(System.out, true, StandardCharsets.UTF_8);
        var task = json.readValue(System.in, PlanTask.class);
        var best = new PlanSolver(
                        task,
                        Duration.ofSeconds(Long.parseLong(arguments[0])),
                        progress -> out.println(json.writeValueAsString(progress)))
                .search();
        out.println(json.writeValueAsString(best));
    }
}
