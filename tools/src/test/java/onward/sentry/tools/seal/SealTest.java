package onward.sentry.tools.seal;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.charset.StandardCharsets;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class SealTest {

    /** More than any buffer on the way. */
    private static final int SIZE = 300_000;

    @TempDir
    private Path folder;

    private Path key;
    private Path plain;
    private Path sealed;
    private Path out;

    @BeforeEach
    void somethingToSeal() throws Exception {
        key = folder.resolve("key.asc");
        plain = folder.resolve("plain");
        sealed = folder.resolve("sealed");
        out = folder.resolve("out");
        var bytes = new byte[SIZE];
        new Random(7).nextBytes(bytes);
        Files.write(plain, bytes);
        SealKey.make(key);
        Seal.seal(SealKey.read(key), plain, sealed);
    }

    @Test
    void whatWasSealedComesBackWithItsKeyAndIsNotReadableWithoutIt() throws Exception {
        assertThat(Seal.opened(SealKey.read(key), sealed, out)).isTrue();
        assertThat(Files.mismatch(plain, out)).isEqualTo(-1);
        assertThat(PosixFilePermissions.toString(Files.getPosixFilePermissions(key)))
                .isEqualTo("rw-------");
        assertThatThrownBy(() -> SealKey.make(key)).isInstanceOf(FileAlreadyExistsException.class);

        var other = folder.resolve("other.asc");
        SealKey.make(other);
        assertThatThrownBy(() -> Seal.opened(SealKey.read(other), sealed, out))
                .hasMessageContaining("not sealed with this key");
    }

    /** In the head, in the key that was encrypted, in the middle, in the signature and in the last byte; or cut off. */
    @Test
    void whatWasChangedIsNeverTakenForWhatWasSealed() throws Exception {
        var whole = Files.readAllBytes(sealed);
        for (int at :
                new int[] {0, 5, 200, 1_000, whole.length / 2, whole.length - 300, whole.length - 25, whole.length - 1
                }) {
            var changed = whole.clone();
            changed[at] ^= 1;
            Files.write(sealed, changed);
            assertThat(opens()).as("changed at " + at).isFalse();
        }
        Files.write(sealed, Arrays.copyOf(whole, whole.length - 400));
        assertThat(opens()).as("cut off").isFalse();
        Files.write(sealed, "a crafted file".getBytes(StandardCharsets.US_ASCII));
        assertThat(opens()).isFalse();
    }

    private boolean opens() {
        try {
            return Seal.opened(SealKey.read(key), sealed, out);
        } catch (Exception e) {
            return false;
        }
    }
}
