package onward.sentry.core.trace;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/**
 * A trace as a compact row of bytes: number of readings, then per reading the time step in milliseconds and the step in
 * value in ten-thousandths, each as a zigzag variable-length integer. A settled sensor at 4 Hz takes about three bytes a
 * reading. Values are kept to four decimals; displays show no more.
 */
public final class TraceCodec {

    private static final double STEPS_PER_UNIT = 10_000;

    private TraceCodec() {}

    /**
     * {@return the trace as bytes: times and values as differences, compressed}
     *
     * @param trace readings of one sensor
     */
    public static byte[] encode(Trace trace) {
        var out = new ByteArrayOutputStream();
        put(out, trace.size());
        long time = 0;
        long value = 0;
        for (int i = 0; i < trace.size(); i++) {
            long step = Math.round(trace.valueAt(i) * STEPS_PER_UNIT);
            put(out, trace.timeAt(i) - time);
            put(out, step - value);
            time = trace.timeAt(i);
            value = step;
        }
        return out.toByteArray();
    }

    /**
     * {@return the trace that {@link #encode} wrote}
     *
     * @param bytes of the file
     */
    public static Trace decode(byte[] bytes) {
        var in = ByteBuffer.wrap(bytes);
        var trace = new Trace();
        long size = take(in);
        long time = 0;
        long value = 0;
        for (long i = 0; i < size; i++) {
            time += take(in);
            value += take(in);
            trace.add(time, value / STEPS_PER_UNIT);
        }
        return trace;
    }

    /**
     * SHA-256 of the encoded trace, lower-case hex.
     *
     * @param encoded the trace as it is stored
     * @return 64 hex digits
     */
    public static String digest(byte[] encoded) {
        try {
            return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(encoded));
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    private static void put(ByteArrayOutputStream out, long number) {
        long zigzag = (number << 1) ^ (number >> 63);
        while ((zigzag & ~0x7fL) != 0) {
            out.write((int) (zigzag & 0x7f | 0x80));
            zigzag >>>= 7;
        }
        out.write((int) zigzag);
    }

    private static long take(ByteBuffer in) {
        long zigzag = 0;
        for (int shift = 0; ; shift += 7) {
            byte next = in.get();
            zigzag |= (long) (next & 0x7f) << shift;
            if (next >= 0) {
                return (zigzag >>> 1) ^ -(zigzag & 1);
            }
        }
    }
}
