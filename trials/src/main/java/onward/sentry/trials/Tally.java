package onward.sentry.trials;

import java.util.EnumMap;
import java.util.Map;
import java.util.stream.LongStream;
import onward.sentry.core.judge.Verdict;

/** How many trials of one ailment came to which verdict. */
public record Tally(Trial.Way way, Ailment ailment, Map<Verdict, Integer> verdicts, int trials) {

    /** @param from the first seed of so many */
    public static Tally of(Trial.Way way, Ailment ailment, long from, int trials) {
        var verdicts = new EnumMap<Verdict, Integer>(Verdict.class);
        LongStream.range(from, from + trials)
                .parallel()
                .mapToObj(seed -> Trial.of(way, ailment, seed).judged())
                .toList()
                .forEach(verdict -> verdicts.merge(verdict, 1, Integer::sum));
        return new Tally(way, ailment, verdicts, trials);
    }

    /** How many passed, or are marginal. */
    public int good() {
        return verdicts.getOrDefault(Verdict.PASS, 0) + verdicts.getOrDefault(Verdict.MARGINAL, 0);
    }

    /**
     * Prints the table of every way and ailment.
     *
     * @param args the first seed, how many trials of each, and which way where it is not all
     */
    public static void main(String[] args) {
        long from = Long.parseLong(args[0]);
        int trials = Integer.parseInt(args[1]);
        System.out.println("| way | ailment | trials | pass | marginal | not judged | fail |");
        System.out.println("|---|---|---|---|---|---|---|");
        for (var way : Trial.Way.values()) {
            for (var ailment : Ailment.values()) {
                if (ailment.isMetBy(way) && (args.length < 3 || args[2].equals(way.name()))) {
                    var tally = of(way, ailment, from, trials);
                    System.out.printf(
                            "| %s | %s | %d | %d | %d | %d | %d |%n",
                            way,
                            ailment,
                            trials,
                            tally.verdicts().getOrDefault(Verdict.PASS, 0),
                            tally.verdicts().getOrDefault(Verdict.MARGINAL, 0),
                            tally.verdicts().getOrDefault(Verdict.NOT_JUDGED, 0),
                            tally.verdicts().getOrDefault(Verdict.FAIL, 0));
                }
            }
        }
    }
}
