package onward.sentry.formats;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import onward.sentry.core.card.Job;
import onward.sentry.core.card.NextTry;
import onward.sentry.core.diagnosis.Diagnosis;
import onward.sentry.core.evidence.History;
import onward.sentry.core.gas.CrossSensitivity;
import onward.sentry.core.judge.Verdict;
import onward.sentry.core.policy.SitePolicy;
import onward.sentry.core.run.LiveRun;
import onward.sentry.core.sim.Health;
import onward.sentry.core.sim.Trouble;
import onward.sentry.core.sim.Trouble.Kind;
import onward.sentry.core.sim.TroubledRun;
import org.junit.jupiter.api.Test;

/**
 * Every trouble on models that it applies to, on seeds that nothing was tuned on, through the real engine: what is
 * named as the next thing to try is right nearly always, no failing sensor is passed, and healthy ones are left alone.
 */
class DiagnosisTest {

    /** Seeds for each trouble and model; {@code ./sentry bench} takes more and prints the table. */
    private static final int SEEDS = Integer.parseInt(
            Optional.ofNullable(System.getenv("SENTRY_DIAGNOSIS_SEEDS")).orElse("4"));

    private static final int FIRST_SEED = 40_000;
    private static final double RIGHT = 0.9;

    private record Case(Kind kind, double least, double most, List<String> models, Set<NextTry> right) {}

    private static final List<String> MULTI = List.of("Quoin 4", "Quoin 5P");
    private static final List<String> SINGLE = List.of("Mote CO", "Mote NH₃", "Hollin NO");

    private static final List<Case> CASES = List.of(
            new Case(Kind.VALVE_SHUT, 1, 1, with(MULTI, SINGLE), Set.of(NextTry.CHECK_FLOW)),
            new Case(Kind.EMPTY, 1, 1, with(MULTI, SINGLE), Set.of(NextTry.CHECK_FLOW)),
            new Case(Kind.BLOCKED_INLET, 1, 1, List.of("Quoin 5P", "Hollin NO"), Set.of(NextTry.CHECK_FLOW)),
            new Case(Kind.WRONG_MIX, 1, 1, MULTI, Set.of(NextTry.COMPARE_LABEL)),
            new Case(Kind.DECAYED_GAS, 0.3, 0.8, MULTI, Set.of(NextTry.ANOTHER_CYLINDER)),
            new Case(
                    Kind.DECAYED_GAS,
                    0.2,
                    0.45,
                    List.of("Mote NH₃"),
                    Set.of(NextTry.ANOTHER_CYLINDER, NextTry.CHECK_RIG)),
            new Case(Kind.UNDER_FED, 0.15, 0.5, List.of("Quoin 5P"), Set.of(NextTry.CHECK_RIG)),
            new Case(Kind.AIR_LEAK, 0.15, 0.5, MULTI, Set.of(NextTry.CHECK_RIG)),
            new Case(Kind.CHARCOAL_LEFT, 1, 1, List.of("Quoin 5P"), Set.of(NextTry.CHARCOAL_OFF)),
            new Case(Kind.SLOW_CELL, 4, 7, MULTI, Set.of(NextTry.REST_AND_FILTER)),
            new Case(Kind.POISONED_BEAD, 0.2, 0.6, MULTI, Set.of(NextTry.SERVICE_SENSOR)),
            new Case(
                    Kind.WEAK_CELL,
                    0.2,
                    0.45,
                    with(MULTI, List.of("Mote CO")),
                    Set.of(NextTry.SERVICE_SENSOR, NextTry.CHECK_RIG)),
            new Case(Kind.DEAD_CELL, 0, 0, MULTI, Set.of(NextTry.SERVICE_SENSOR)),
            new Case(Kind.UNSETTLED, 5, 9, MULTI, Set.of(NextTry.CHECK_RIG)),
            new Case(Kind.CONTAMINATED_ZERO, 4.5, 6, MULTI, Set.of(NextTry.ZERO_AGAIN)),
            new Case(Kind.WRONG_BASIS, 0.88, 0.88, MULTI, Set.of(NextTry.CHECK_SET_POINT)),
            new Case(Kind.PRESSURISED, 1.2, 1.5, MULTI, Set.of(NextTry.LESS_FLOW)),
            new Case(Kind.RESIDUAL_GAS, 0.1, 0.3, MULTI, Set.of(NextTry.ZERO_AGAIN)),
            new Case(Kind.MASKING, 1, 1, List.of("Quoin 4"), Set.of(NextTry.CHECK_MODE)),
            new Case(Kind.OXYGEN_FREE_MIX, 1, 1, MULTI, Set.of(NextTry.COMPARE_LABEL)),
            new Case(Kind.ROOM_GAS, 1, 2, MULTI, Set.of(NextTry.VENTILATE)));

    private static List<String> with(List<String> some, List<String> more) {
        var all = new ArrayList<>(some);
        all.addAll(more);
        return all;
    }

    private static LiveRun run(String model, List<Trouble> troubles, long seed) {
        var card = Skerravoe.card(model);
        var random = new Random(seed);
        var health = new HashMap<Integer, Health>();
        card.sensors().forEach(s -> health.put(s.slot(), new Health(0.85 + 0.25 * random.nextDouble(), 1, 0)));
        return new TroubledRun(
                        card,
                        Skerravoe.started(card, Job.CALIBRATION, SitePolicy.SHIPPED),
                        SitePolicy.SHIPPED,
                        Skerravoe.shelf(),
                        health,
                        troubles,
                        seed)
                .work(Skerravoe.TODAY);
    }

    private static History history(String model, long seed) {
        var card = Skerravoe.card(model);
        var random = new Random(seed);
        var shares = new HashMap<Integer, Double>();
        card.sensors().forEach(s -> shares.put(s.slot(), 0.85 + 0.25 * random.nextDouble()));
        return new History() {
            @Override
            public java.util.OptionalDouble lastGoodSpan(int slot) {
                return java.util.OptionalDouble.of(shares.get(slot));
            }

            @Override
            public List<Double> others(String cylinderId, String gasId) {
                return List.of();
            }
        };
    }

    /** How one trouble came out. @param named how often each thing was named */
    private record Tally(Case about, Map<String, Integer> named, List<String> wrong) {
        double right() {
            double all = named.values().stream().mapToInt(Integer::intValue).sum();
            return about.right().stream()
                            .mapToInt(next -> named.getOrDefault(next.name(), 0))
                            .sum()
                    / all;
        }

        String line() {
            return String.format(
                    Locale.ROOT,
                    "| %s | %s | %s to %s | %d %% | %s |",
                    about.kind().name().toLowerCase().replace('_', ' '),
                    String.join(", ", about.models()),
                    about.least(),
                    about.most(),
                    Math.round(100 * right()),
                    named.entrySet().stream()
                            .map(e -> e.getKey().toLowerCase().replace('_', ' ') + " " + e.getValue())
                            .collect(Collectors.joining(", ")));
        }
    }

    private static Tally tally(Case one) {
        var named = new TreeMap<String, Integer>();
        var wrong = new ArrayList<String>();
        for (var model : one.models()) {
            for (int i = 0; i < SEEDS; i++) {
                long seed = FIRST_SEED + i;
                double strength = one.least() + (one.most() - one.least()) * i / (SEEDS - 1);
                var run = run(model, List.of(new Trouble(one.kind(), strength)), seed);
                var diagnosis =
                        Diagnosis.of(run.state(), run.traces(), history(model, seed), CrossSensitivity.shipped());
                named.merge(diagnosis.next().map(NextTry::name).orElse("nothing"), 1, Integer::sum);
                if (diagnosis.next().filter(one.right()::contains).isEmpty()) {
                    wrong.add(one.kind() + " " + strength + " on " + model + " seed " + seed + ": " + told(diagnosis));
                }
            }
        }
        return new Tally(one, named, wrong);
    }

    @Test
    void theNextThingToTryIsTheRightOne() {
        var tallies = CASES.stream().map(DiagnosisTest::tally).toList();
        System.out.println(
                "\n| trouble | models | strength | right | named as the next thing to try |\n|---|---|---|---|---|");
        tallies.forEach(tally -> System.out.println(tally.line()));
        var missed = tallies.stream()
                .filter(tally -> tally.right() < RIGHT)
                .flatMap(tally -> tally.wrong().stream())
                .toList();
        assertThat(missed).isEmpty();
    }

    @Test
    void ofTwoTroublesAtOnceOneIsNamedAndNothingPasses() {
        record Pair(Trouble one, Trouble other, Set<NextTry> right) {}
        for (var pair : List.of(
                new Pair(
                        new Trouble(Kind.AIR_LEAK, 0.4),
                        new Trouble(Kind.WEAK_CELL, 0.4),
                        Set.of(NextTry.CHECK_RIG, NextTry.SERVICE_SENSOR, NextTry.ANOTHER_CYLINDER)),
                new Pair(
                        new Trouble(Kind.DECAYED_GAS, 0.5),
                        new Trouble(Kind.POISONED_BEAD, 0.4),
                        Set.of(NextTry.ANOTHER_CYLINDER, NextTry.SERVICE_SENSOR, NextTry.COMPARE_LABEL)),
                new Pair(
                        new Trouble(Kind.MASKING, 1),
                        new Trouble(Kind.DECAYED_GAS, 0.4),
                        Set.of(NextTry.CHECK_MODE, NextTry.ANOTHER_CYLINDER, NextTry.COMPARE_LABEL)))) {
            for (int i = 0; i < SEEDS; i++) {
                var run = run("Quoin 4", List.of(pair.one(), pair.other()), FIRST_SEED + 300 + i);
                var diagnosis = Diagnosis.of(
                        run.state(),
                        run.traces(),
                        history("Quoin 4", FIRST_SEED + 300 + i),
                        CrossSensitivity.shipped());
                assertThat(diagnosis.next()).as(pair + told(diagnosis)).isPresent();
                assertThat(pair.right())
                        .as(told(diagnosis))
                        .contains(diagnosis.next().orElseThrow());
                assertThat(run.state().signed().filter(s -> s.verdict().good())).isEmpty();
            }
        }
    }

    private static String told(Diagnosis diagnosis) {
        return diagnosis.suspects().stream()
                .map(s -> s.cause() + " " + Math.round(s.percent()) + (s.alike() ? "~ " : " ")
                        + s.working().inputs())
                .toList()
                .toString();
    }

    @Test
    void healthyDetectorsAreNeitherHeldNorSuspected() {
        int held = 0;
        int all = 0;
        for (var model : with(MULTI, SINGLE)) {
            for (int i = 0; i < 2 * SEEDS; i++) {
                var run = run(model, List.of(), FIRST_SEED + 500 + i);
                all++;
                held += run.state().signed().filter(s -> s.verdict().good()).isPresent() ? 0 : 1;
            }
        }
        assertThat(held).as("of " + all).isLessThanOrEqualTo(all / 100);
    }

    @Test
    void noTroubleThatHitsASensorLetsItPass() {
        for (var kind : List.of(Kind.POISONED_BEAD, Kind.WEAK_CELL, Kind.DEAD_CELL)) {
            for (var model : MULTI) {
                for (int i = 0; i < SEEDS; i++) {
                    var trouble = new Trouble(kind, kind == Kind.DEAD_CELL ? 0 : 0.2 + 0.2 * i / SEEDS);
                    var run = run(model, List.of(trouble), FIRST_SEED + 700 + i);
                    int slot = trouble.slot(Skerravoe.card(model).sensors());
                    assertThat(run.state().signed().map(s -> s.verdict()).orElse(Verdict.FAIL))
                            .as(kind + " " + model)
                            .isEqualTo(Verdict.FAIL);
                    assertThat(run.state().standing(slot))
                            .anySatisfy(o -> assertThat(o.failed()).isTrue());
                }
            }
        }
    }
}
