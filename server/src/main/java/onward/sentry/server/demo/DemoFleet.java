package onward.sentry.server.demo;

import java.util.ArrayList;
import java.util.List;

/** Which detectors the island has, and how each stands on the day the demo is loaded. */
final class DemoFleet {

    /**
     * @param daysToDue days from today to its due day; below zero it is overdue
     * @param bumpedToday had its bump this morning
     * @param monthsFitted age of its sensors
     * @param trouble what happened to it
     */
    record DemoDetector(
            String serial,
            String assetTag,
            String model,
            String crew,
            String location,
            int daysToDue,
            boolean bumpedToday,
            int monthsFitted,
            Trouble trouble) {}

    enum Trouble {
        NONE,
        /** Its carbon monoxide sensor failed the last calibration: on hold. */
        FAILED_LAST_TIME,
        /** Its hydrogen sulfide sensor did not answer this morning's bump. */
        FAILED_BUMP
    }

    /**
     * A model's detectors.
     *
     * @param serials letters that its serials begin with
     * @param first number of the first one
     * @param tag number of the first asset tag
     * @param daysToDue of each
     */
    private record Batch(String model, String serials, int first, int tag, int... daysToDue) {}

    private static final List<Batch> BATCHES = List.of(
            new Batch("Quoin 4", "Q4-", 1001, 101, -3, -1, 0, 0, 2, 5, 0, 7, 9, 11, 12, 14, 16, 18, 19, 21, 23, 25),
            new Batch("Mote CO", "MC-", 2001, 201, 0, 4, 22, 35, 51, 77),
            new Batch("Mote NH₃", "MN-", 2101, 211, -2, 1, 9, 17, 28, 40, 62, 80),
            new Batch("Quoin 5P", "Q5-", 3001, 301, 0, 1, 3, 6, 10, 13, 17, 20, 22, 26),
            new Batch("Hollin NO", "HN-", 4001, 401, 0, 13, 41, 70),
            new Batch("Fell CO₂", "FC-", 5001, 501, -1, 8, 33, 60, 95, 150),
            new Batch("Drift Dual", "DD-", 6001, 601, 0, 16, 44, 83),
            new Batch("Tarn Breath", "TB-", 7001, 701, 0, 30, 88, 140),
            new Batch("Line CO", "LC-", 8001, 801, 0, 6, 14, 24),
            new Batch("Reed Vapour", "RV-", 9001, 901, 5, 18),
            new Batch("Wick CO", "WC-", 9101, 911, 12, 96));

    private static final String[][] PLACES = {
        {"Creamery", "ammonia plant room"},
        {"Digester", "biogas digester"},
        {"Ferry", "ferry slip"},
        {"Seed store", "seed-potato store"},
        {"Laboratory", "laboratory"}
    };

    private DemoFleet() {}

    static List<DemoDetector> detectors() {
        var all = new ArrayList<DemoDetector>();
        for (var batch : BATCHES) {
            for (int i = 0; i < batch.daysToDue().length; i++) {
                all.add(detector(batch, i));
            }
        }
        return all;
    }

    private static DemoDetector detector(Batch batch, int i) {
        var place = PLACES[(i + batch.tag() / 100 - 1) % PLACES.length];
        boolean quoin4 = batch.model().equals("Quoin 4");
        var trouble =
                quoin4 && i == 10 ? Trouble.FAILED_LAST_TIME : quoin4 && i == 13 ? Trouble.FAILED_BUMP : Trouble.NONE;
        return new DemoDetector(
                batch.serials() + (batch.first() + i),
                "SK-" + (batch.tag() + i),
                batch.model(),
                place[0],
                place[1],
                batch.daysToDue()[i],
                !place[0].equals("Ferry"),
                14 + i % 13,
                trouble);
    }
}
