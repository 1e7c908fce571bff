package onward.sentry.core.trace;

import java.util.Arrays;

/**
 * The readings of one sensor over run time, only ever added to. Not safe for concurrent use.
 *
 * <p>Times are milliseconds of run time and never go back; a reading no later than the last one is dropped, so that a
 * batch that arrives twice changes nothing.
 */
public final class Trace {

    private long[] times = new long[256];
    private double[] values = new double[256];
    private int size;

    /** The same readings, to be added to on their own. */
    public Trace copy() {
        var copy = new Trace();
        copy.times = Arrays.copyOf(times, times.length);
        copy.values = Arrays.copyOf(values, values.length);
        copy.size = size;
        return copy;
    }

    /** @return whether the reading was added */
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
        }
        times[size] = atMillis;
        values[size++] = value;
        return true;
    }

    public int size() {
        return size;
    }

    public boolean isEmpty() {
        return size == 0;
    }

    public long timeAt(int index) {
        return times[index];
    }

    public double valueAt(int index) {
        return values[index];
    }

    public double last() {
        return values[size - 1];
    }

    public long lastTime() {
        return times[size - 1];
    }

    /** Index of the first reading at or after a time; {@link #size()} when there is none. */
    public int indexFrom(long atMillis) {
        int found = Arrays.binarySearch(times, 0, size, atMillis);
        return found >= 0 ? found : -found - 1;
    }

    /** The readings with {@code from ≤ time ≤ to}, as a trace of its own. */
    public Trace between(long from, long to) {
        var part = new Trace();
        for (int i = indexFrom(from); i < size && times[i] <= to; i++) {
            part.add(times[i], values[i]);
        }
        return part;
    }
}
