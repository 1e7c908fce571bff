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

    private static final String[][] PLACES = {
        {"Creamery", "ammonia plant room"},
        {"Digester", "biogas digester"},
        {"Ferry", "ferry slip"},
        {"Seed store", "seed-potato store"},
        {"Laboratory", "laboratory"}
    };

    private static final int[] QUOIN_DAYS_TO_DUE = {-3, -1, 0, 0, 2, 5, 0, 7, 9, 11, 12, 14, 16, 18, 19, 21, 23, 25};
    private static final int[] MOTE_DAYS_TO_DUE = {0, 4, 22, 35, 51, 77};

    private DemoFleet() {}

    static List<DemoDetector> detectors() {
        var all = new ArrayList<DemoDetector>();
        for (int i = 0; i < QUOIN_DAYS_TO_DUE.length; i++) {
            var place = PLACES[i % PLACES.length];
            var trouble = i == 10 ? Trouble.FAILED_LAST_TIME : i == 13 ? Trouble.FAILED_BUMP : Trouble.NONE;
            boolean bumped = !place[0].equals("Ferry");
            all.add(new DemoDetector(
                    "Q4-" + (1001 + i),
                    "SK-" + (101 + i),
                    "Quoin 4",
                    place[0],
                    place[1],
                    QUOIN_DAYS_TO_DUE[i],
                    bumped,
                    14 + i % 13,
                    trouble));
        }
        for (int i = 0; i < MOTE_DAYS_TO_DUE.length; i++) {
            var place = PLACES[(i + 1) % PLACES.length];
            all.add(new DemoDetector(
                    "MC-" + (2001 + i),
                    "SK-" + (201 + i),
                    "Mote CO",
                    place[0],
                    place[1],
                    MOTE_DAYS_TO_DUE[i],
                    !place[0].equals("Ferry"),
                    20 + i,
                    Trouble.NONE));
        }
        return all;
    }
}
