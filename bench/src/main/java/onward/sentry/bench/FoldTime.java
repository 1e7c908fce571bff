package onward.sentry.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import onward.sentry.core.run.RunState;
import onward.sentry.formats.CoreJson;
import onward.sentry.formats.RunFile;

/** What folding the events of a stored run costs: {@code FoldTime RUN-FILE}. */
public final class FoldTime {

    private static final int WARM = 300;
    private static final int TIMES = 300;

    private FoldTime() {}

    public static void main(String[] args) throws IOException {
        var file = CoreJson.canonical().readValue(Files.readString(Path.of(args[0])), RunFile.class);
        var card = file.card().under(file.policy());
        int steps = 0;
        for (int i = 0; i < WARM; i++) {
            steps += RunState.of(card, file.events()).step();
        }
        long began = System.nanoTime();
        for (int i = 0; i < TIMES; i++) {
            steps += RunState.of(card, file.events()).step();
        }
        System.out.printf(
                "Folding the longest run of the demo, %d events: %.3f ms (at most 5); %d steps seen%n",
                file.events().size(), (System.nanoTime() - began) / 1e6 / TIMES, steps);
    }
}
