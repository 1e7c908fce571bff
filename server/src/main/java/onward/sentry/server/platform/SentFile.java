package onward.sentry.server.platform;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;

/**
 * A table that somebody sends, on disk until it is read.
 *
 * @param hash SHA-256 of its bytes
 */
public record SentFile(Path path, String hash) implements AutoCloseable {

    private static final long MOST_BYTES = 30L * 1024 * 1024;

    /** @throws Refused when it is larger than 30 MB */
    public static SentFile receive(InputStream sent) {
        try {
            var file = Files.createTempFile("sentry-sent", ".table");
            try {
                return new SentFile(file, copied(sent, file));
            } catch (IOException | RuntimeException e) {
                Files.deleteIfExists(file);
                throw e;
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static String copied(InputStream sent, Path file) throws IOException {
        try (var out = new DigestOutputStream(Files.newOutputStream(file), MessageDigest.getInstance("SHA-256"))) {
            var buffer = new byte[64 * 1024];
            long total = 0;
            for (int read = sent.read(buffer); read >= 0; read = sent.read(buffer)) {
                total += read;
                if (total > MOST_BYTES) {
                    throw new Refused(
                            new Refusal("upload-size", "file", "The file is larger than 30 MB.", "Split the table."));
                }
                out.write(buffer, 0, read);
            }
            return HexFormat.of().formatHex(out.getMessageDigest().digest());
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException(e);
        }
    }

    @Override
    public void close() {
        try {
            Files.deleteIfExists(path);
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }
}
