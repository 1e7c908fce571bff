package onward.sentry.trials;

import java.util.List;
import java.util.SplittableRandom;
import onward.sentry.core.card.ProcedureCard;
import onward.sentry.core.judge.Verdict;

/**
 * One detector on one day.
 *
 * @param upset what is behind it, where causes are asked for
 * @param model of its card
 * @param slot of the sensor that ails; of no account where nothing does
 */
public record Trial(String model, int slot, Ailment ailment, Upset upset, Way way, long seed) {

    /** How its readings reach the judge. */
    public enum Way {
        /** A gateway sends them while a technician works. */
        LINK,
        /** The technician types what the display shows. */
        TYPED,
        /** A file names stages as times. */
        STAGES,
        /** A bump, over the link. */
        BUMP
    }

    private static final List<String> MODELS = List.of("Mote CO", "Mote NH₃", "Hollin NO", "Line CO", "Quoin 4");
    /** Cards that wait for a countdown, so that gas can end within it. */
    private static final List<String> COUNTED = List.of("Mote CO", "Mote NH₃");

    /** One of many: the same number is the same trial. */
    public static Trial of(Way way, Ailment ailment, long seed) {
        var random = new SplittableRandom(seed);
        var models = ailment == Ailment.GAS_ENDS ? COUNTED : MODELS;
        var model = models.get(random.nextInt(models.size()));
        var slots = Bench.slots(Bench.card(model));
        return new Trial(model, slots.get(random.nextInt(slots.size())), ailment, Upset.NONE, way, random.nextLong());
    }

    /** A calibration in which something is behind what goes wrong. */
    public static Trial of(Way way, Upset upset, long seed) {
        var random = new SplittableRandom(seed);
        var models = MODELS.stream().filter(model -> isMetBy(upset, model)).toList();
        var model = models.get(random.nextInt(models.size()));
        var slots = Bench.slots(Bench.card(model));
        return new Trial(
                model, slots.get(random.nextInt(slots.size())), upset.ailment(), upset, way, random.nextLong());
    }

    private static boolean isMetBy(Upset upset, String model) {
        var sensors = Bench.card(model).sensors();
        return switch (upset) {
            case DECAYED_GAS -> sensors.stream().anyMatch(s -> s.gas().reactive() && !s.isOxygen());
            case ROOM_GAS -> sensors.stream().anyMatch(s -> s.gasId().equals("carbon-monoxide"));
            default -> true;
        };
    }

    /** What is suspected when it is over. */
    public Told diagnosed() {
        return way == Way.STAGES ? new FileOfStages(this).diagnosed() : new Worked(this).diagnosed();
    }

    /** What the judge says of the ailing sensor, or of the detector where nothing ails. */
    public Verdict judged() {
        return switch (way) {
            case STAGES -> new FileOfStages(this).judged();
            case LINK, TYPED, BUMP -> new Worked(this).judged();
        };
    }

    ProcedureCard card() {
        return Bench.card(model);
    }

    Bench bench() {
        return new Bench(card(), ailment == Ailment.GAS_ENDS ? 0 : slot, ailment, upset, seed);
    }
}
