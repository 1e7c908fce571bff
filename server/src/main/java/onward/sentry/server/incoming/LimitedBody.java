package onward.sentry.server.incoming;

import jakarta.servlet.ReadListener;
import jakarta.servlet.ServletInputStream;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletRequestWrapper;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.HexFormat;
import onward.sentry.server.platform.BodyRefused;

/** A request whose body is cut off where it becomes too large or too slow, and hashed as it is read. */
final class LimitedBody extends HttpServletRequestWrapper {

    private final long most;
    private final Duration longest;
    private Stream stream;

    LimitedBody(HttpServletRequest request, long most, Duration longest) {
        super(request);
        this.most = most;
        this.longest = longest;
    }

    @Override
    public ServletInputStream getInputStream() throws IOException {
        if (stream == null) {
            stream = new Stream(super.getInputStream(), most, longest);
        }
        return stream;
    }

    @Override
    public BufferedReader getReader() throws IOException {
        return new BufferedReader(new InputStreamReader(getInputStream(), StandardCharsets.UTF_8));
    }

    /** SHA-256 of what was read so far, in hexadecimal. */
    String hash() {
        return stream == null ? "" : stream.hash();
    }

    private static final class Stream extends ServletInputStream {

        private final ServletInputStream sent;
        private final long most;
        private final Duration longest;
        private final long since = System.nanoTime();
        private final MessageDigest digest;
        private long read;

        Stream(ServletInputStream sent, long most, Duration longest) {
            this.sent = sent;
            this.most = most;
            this.longest = longest;
            try {
                digest = MessageDigest.getInstance("SHA-256");
            } catch (NoSuchAlgorithmException e) {
                throw new IllegalStateException(e);
            }
        }

        String hash() {
            try {
                return HexFormat.of().formatHex(((MessageDigest) digest.clone()).digest());
            } catch (CloneNotSupportedException e) {
                throw new IllegalStateException(e);
            }
        }

        @Override
        public int read() throws IOException {
            var one = new byte[1];
            return read(one, 0, 1) < 0 ? -1 : one[0] & 0xFF;
        }

        @Override
        public int read(byte[] into, int from, int count) throws IOException {
            int got = sent.read(into, from, count);
            if (got > 0) {
                read += got;
                digest.update(into, from, got);
            }
            if (read > most) {
                throw BodyRefused.tooLarge(most);
            }
            if (System.nanoTime() - since > longest.toNanos()) {
                throw BodyRefused.tooSlow(longest.toSeconds());
            }
            return got;
        }

        @Override
        public boolean isFinished() {
            return sent.isFinished();
        }

        @Override
        public boolean isReady() {
            return sent.isReady();
        }

        @Override
        public void setReadListener(ReadListener listener) {
            sent.setReadListener(listener);
        }
    }
}
