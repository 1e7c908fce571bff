package onward.sentry.planner;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;
import onward.sentry.core.plan.PlanTask;
import tools.jackson.databind.json.JsonMapper;

/** A search of {@link PlannerMain} in a process of its own, which may be ended at any time. */
public final class PlanProcess {

    /** The solver's own memory comes on top of this. */
    private static final List<String> HEAP = List.of("-Xmx256m", "-XX:+UseSerialGC");

    private static final String IN_BOOT_JAR = "org.springframework.boot.loader.launch.PropertiesLauncher";

    private final Process process;

    private PlanProcess(Process process) {
        this.process = process;
    }

    /** Begins a search with this program's own Java and class path. */
    public static PlanProcess begin(PlanTask task, Duration atMost) throws IOException {
        var process = new ProcessBuilder(command(System.getProperty("java.class.path"), atMost))
                .redirectError(ProcessBuilder.Redirect.DISCARD)
                .start();
        try (var to = process.getOutputStream()) {
            new JsonMapper().writeValue(to, task);
        }
        return new PlanProcess(process);
    }

    static List<String> command(String classPath, Duration atMost) {
        var command = new ArrayList<String>();
        command.add("nice"); // readings at the bench come first
        command.add(System.getProperty("java.home") + "/bin/java");
        command.addAll(HEAP);
        command.addAll(List.of("-cp", classPath));
        if (isBootJar()) {
            command.add("-Dloader.main=" + PlannerMain.class.getName());
            command.add(IN_BOOT_JAR);
        } else {
            command.add(PlannerMain.class.getName());
        }
        command.add(String.valueOf(Math.max(1, atMost.toSeconds())));
        return command;
    }

    /** Whether this program runs from a jar that holds its libraries as jars, which plain Java cannot read. */
    private static boolean isBootJar() {
        return PlanProcess.class
                .getProtectionDomain()
                .getCodeSource()
                .getLocation()
                .getProtocol()
                .equals("jar");
    }

    /**
     * Hears of every better plan until the search ends.
     *
     * @return whether it ended by itself; not when it was stopped or has failed
     */
    public boolean follow(Consumer<Progress> told) throws IOException {
        var json = new JsonMapper();
        try (var lines = new BufferedReader(new InputStreamReader(process.getInputStream(), StandardCharsets.UTF_8))) {
            for (var line = lines.readLine(); line != null; line = lines.readLine()) {
                if (line.startsWith("{") && line.endsWith("}")) {
                    told.accept(json.readValue(line, Progress.class));
                }
            }
        }
        try {
            return process.waitFor() == 0;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            stop();
            return false;
        }
    }

    /** The process that searches. */
    public long pid() {
        return process.pid();
    }

    /** Ends the search at once; what was heard so far stays true. */
    public void stop() {
        process.toHandle().destroyForcibly(); // leaves the stream to be read to its end
    }
}
