package onward.sentry.trials;

import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import onward.sentry.core.diagnosis.Diagnosis;
import onward.sentry.core.diagnosis.Suspect;

/**
 * How often the cause of one upset was found.
 *
 * @param right the likeliest cause is the right one
 * @param alike the right one is among those that are not told apart
 * @param silent something failed, and nothing was suspected
 * @param passed nothing failed, and nothing was suspected
 * @param claimed a wrong one was claimed alone
 * @param sensible what was named to try is what a sensible person would, or tells the right one from the others
 * @param held nothing was set, because of room air in the gas
 * @param named how often each cause came first
 */
public record Confusion(
        Upset upset,
        int trials,
        int right,
        int alike,
        int silent,
        int passed,
        int claimed,
        int sensible,
        int held,
        Map<String, Integer> named) {

    /** @param from the first seed of so many */
    public static Confusion of(Trial.Way way, Upset upset, long from, int trials) {
        var all = LongStream.range(from, from + trials)
                .parallel()
                .mapToObj(seed -> Trial.of(way, upset, seed).diagnosed())
                .toList();
        var told = all.stream().map(Told::diagnosis).toList();
        return new Confusion(
                upset,
                trials,
                (int) told.stream().filter(d -> isRight(upset, d)).count(),
                (int) told.stream()
                        .filter(d -> !isRight(upset, d) && isAlike(upset, d))
                        .count(),
                (int) all.stream().filter(t -> t.isSilent() && t.failed()).count(),
                (int) all.stream().filter(t -> t.isSilent() && !t.failed()).count(),
                (int) told.stream().filter(d -> isClaimedWrongly(upset, d)).count(),
                (int) told.stream().filter(d -> isSensible(upset, d)).count(),
                (int) all.stream().filter(Told::held).count(),
                told.stream()
                        .collect(Collectors.toMap(
                                d -> d.suspects().isEmpty()
                                        ? "-"
                                        : d.suspects().get(0).cause() + (d.apart() ? "" : "~"),
                                d -> 1,
                                Integer::sum,
                                TreeMap::new)));
    }

    private static boolean isRight(Upset upset, Diagnosis told) {
        return !told.suspects().isEmpty()
                && upset.right().contains(told.suspects().get(0).cause());
    }

    private static boolean isAlike(Upset upset, Diagnosis told) {
        return told.suspects().stream()
                .filter(Suspect::alike)
                .anyMatch(s -> upset.right().contains(s.cause()));
    }

    private static boolean isClaimedWrongly(Upset upset, Diagnosis told) {
        return !told.suspects().isEmpty() && told.apart() && !isRight(upset, told);
    }

    private static boolean isSensible(Upset upset, Diagnosis told) {
        return told.next().filter(upset.sensible()::contains).isPresent() || isAlike(upset, told) && !told.apart();
    }

    /**
     * Prints the table.
     *
     * @param args the first seed, how many trials of each, and which way where it is not the link
     */
    public static void main(String[] args) {
        long from = Long.parseLong(args[0]);
        int trials = Integer.parseInt(args[1]);
        var way = args.length < 3 ? Trial.Way.LINK : Trial.Way.valueOf(args[2]);
        System.out.println(
                "| upset | trials | right first | not told apart | silent | passed | wrong alone | sensible try | held | first |");
        System.out.println("|---|---|---|---|---|---|---|---|---|---|");
        for (var upset : Upset.values()) {
            var one = of(way, upset, from, trials);
            System.out.printf(
                    "| %s | %d | %d | %d | %d | %d | %d | %d | %d | %s |%n",
                    upset,
                    trials,
                    one.right,
                    one.alike,
                    one.silent,
                    one.passed,
                    one.claimed,
                    one.sensible,
                    one.held,
                    one.named);
        }
    }
}
