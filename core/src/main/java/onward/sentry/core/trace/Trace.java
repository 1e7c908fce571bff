package onward.sentry.core.trace;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;

/**
 * The readings of one sensor over run time, only ever added to. Not safe for concurrent use.
 *
 * <p>Times are milliseconds of run time and never go back; a reading no later than the last one is dropped, so that a
 * batch that arrives twice changes nothing.
 *
 * <p>A reading that stands apart from its neighbours is told by a Hampel filter over 7 readings: its distance from their
 * median is more than 3 times their median absolute deviation, scaled by 1.4826 to a standard deviation. The latest
 * readings, which have no later neighbours yet, are held against earlier ones, and again with every reading that follows.
 */
public final class Trace {

    private static final int NEIGHBOURS = 7;
    private static final int INTERVALS = 9;
    private static final int SMOOTHED = 5;
    private static final int EACH_SIDE = NEIGHBOURS / 2;
    private static final double DEVIATIONS = 3 * 1.4826;

    private long[] times = new long[256];
    private double[] values = new double[256];
    /** How far each reading stands from the median of its neighbours; 0 where their scatter explains it. */
    private double[] apart = new double[256];

    /** The median of the five readings that end with each one. */
    private double[] smooth = new double[256];

    private final double[] window = new double[NEIGHBOURS];
    private int size;

    /** {@return the same readings, to be added to on their own} */
    public Trace copy() {
        var copy = new Trace();
        copy.times = Arrays.copyOf(times, times.length);
        copy.values = Arrays.copyOf(values, values.length);
        copy.apart = Arrays.copyOf(apart, apart.length);
        copy.smooth = Arrays.copyOf(smooth, smooth.length);
        copy.size = size;
        return copy;
    }

    /**
     * @param atMillis run time, ms; not before the last reading
     * @param value in the unit of the sensor
     * @return whether the reading was added
     */
    public boolean add(long atMillis, double value) {
        if (size > 0 && atMillis <= times[size - 1]) {
            return false;
        }
        if (!Double.isFinite(value)) {
            throw new IllegalArgumentException("a reading is a finite number, was " + value);
        }
        if (size == times.length) {
            times = Arrays.copyOf(times, size * 2);
            values = Arrays.copyOf(values, size * 2);
            apart = Arrays.copyOf(apart, size * 2);
            smooth = Arrays.copyOf(smooth, size * 2);
        }
        times[size] = atMillis;
        values[size++] = value;
        smooth[size - 1] = size < SMOOTHED ? value : median(size - SMOOTHED, SMOOTHED, 0, false);
        // Before there were seven, nothing could be told of the first ones.
        for (int i = size <= NEIGHBOURS ? 0 : size - 1 - EACH_SIDE; i < size; i++) {
            apart[i] = apartAt(i);
        }
        return true;
    }

    /** The first readings, with fewer than 7 there, stand apart from nothing. */
    private double apartAt(int index) {
        if (size < NEIGHBOURS) {
            return 0;
        }
        int from = Math.min(Math.max(0, index - EACH_SIDE), size - NEIGHBOURS);
        double median = median(from, NEIGHBOURS, 0, false);
        double off = Math.abs(values[index] - median);
        return off > DEVIATIONS * median(from, NEIGHBOURS, median, true) ? off : 0;
    }

    /** The median of some readings, or of their distances from a value; their number is odd and at most 7. */
    private double median(int from, int count, double value, boolean distances) {
        for (int i = 0; i < count; i++) {
            double next = distances ? Math.abs(values[from + i] - value) : values[from + i];
            int place = i;
            while (place > 0 && window[place - 1] > next) {
                window[place] = window[place - 1];
                place--;
            }
            window[place] = next;
        }
        return window[count / 2];
    }

    /**
     * {@return whether a reading is an outlier: it stands apart from its neighbours by more than two steps of the display}
     *
     * <p>80 80 79 140 80 81 80 with a step of 1 marks the fourth; 0 0 1 0 0 1 0 marks none.
     *
     * @param index position in the trace, from 0
     * @param step of the display, in the unit of the readings; {@link Double#POSITIVE_INFINITY} marks nothing
     */
    public boolean isMarked(int index, double step) {
        return apart[index] > 2 * step * (1 + 1e-9);
    }

    /**
     * {@return run times, ms, of the outliers at or after a moment}
     *
     * @param atMillis run time, ms; not before the last reading
     * @param step of the display, as for {@link #isMarked}
     */
    public List<Long> markedSince(long atMillis, double step) {
        return IntStream.range(indexFrom(atMillis), size)
                .filter(i -> isMarked(i, step))
                .mapToObj(i -> times[i])
                .toList();
    }

    /** {@return how many readings there are} */
    public int size() {
        return size;
    }

    /** {@return whether there is no reading} */
    public boolean isEmpty() {
        return size == 0;
    }

    /**
     * {@return run time of a reading, ms}
     *
     * @param index position in the trace, from 0
     */
    public long timeAt(int index) {
        return times[index];
    }

    /**
     * {@return value of a reading, in the unit of the sensor}
     *
     * @param index position in the trace, from 0
     */
    public double valueAt(int index) {
        return values[index];
    }

    /** {@return the last value, in the unit of the sensor} */
    public double last() {
        return values[size - 1];
    }

    /**
     * {@return the median of the five readings that end with one; the reading itself among the first four}
     *
     * @param index position in the trace, from 0
     */
    public double middleOfFive(int index) {
        return smooth[index];
    }

    /**
     * {@return the median of the latest three readings up to one of them, which no single reading that is far off can move:
     * 0 0 41 returns 0} The reading itself where there are fewer than three.
     *
     * @param index position in the trace, from 0
     */
    public double middleOfThree(int index) {
        if (index < 2) {
            return values[index];
        }
        double a = values[index - 2];
        double b = values[index - 1];
        double c = values[index];
        return Math.max(Math.min(a, b), Math.min(Math.max(a, b), c));
    }

    /**
     * {@return the median of the latest nine intervals between two readings, ms, which one gap does not move; 0 before two
     * readings}
     */
    public long usualInterval() {
        int count = Math.min(INTERVALS, size - 1);
        if (count < 1) {
            return 0;
        }
        var intervals = new long[count];
        for (int i = 0; i < count; i++) {
            intervals[i] = times[size - 1 - i] - times[size - 2 - i];
        }
        Arrays.sort(intervals);
        return intervals[count / 2];
    }

    /** {@return run time of the last reading, ms} */
    public long lastTime() {
        return times[size - 1];
    }

    /**
     * Index of the first reading at or after a time; {@link #size()} when there is none.
     *
     * @param atMillis run time, ms; not before the last reading
     * @return 0 to {@link #size()}
     */
    public int indexFrom(long atMillis) {
        int found = Arrays.binarySearch(times, 0, size, atMillis);
        return found >= 0 ? found : -found - 1;
    }

    /**
     * {@return the readings with {@code from ≤ time ≤ to}, as a trace of its own}
     *
     * @param from run time, ms, included
     * @param to run time, ms, not included
     */
    public Trace between(long from, long to) {
        var part = new Trace();
        for (int i = indexFrom(from); i < size && times[i] <= to; i++) {
            part.add(times[i], values[i]);
        }
        return part;
    }
}
