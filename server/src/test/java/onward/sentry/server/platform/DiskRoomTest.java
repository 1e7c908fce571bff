package onward.sentry.server.platform;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class DiskRoomTest {

    @TempDir
    private Path folder;

    /** More than any disk has stands for a disk that is nearly full. */
    @Test
    void aDiskThatIsNearlyFullIsSaidToEverybodyWhileThereIsRoomStill() {
        try (var server =
                TestServer.withPeople("--sentry.data-folder=" + folder, "--sentry.little-room=" + Long.MAX_VALUE)) {
            var room = server.signedIn(Role.VIEWER).get("/api/v1/disk-room").body();
            assertThat(room.path("nearlyFull").asBoolean()).isTrue();
            assertThat(room.path("bytesLeft").asLong())
                    .isBetween(1L, folder.toFile().getTotalSpace());
        }
        try (var server = TestServer.withPeople("--sentry.data-folder=" + folder, "--sentry.little-room=1")) {
            assertThat(server.signedIn(Role.VIEWER)
                            .get("/api/v1/disk-room")
                            .body()
                            .path("nearlyFull")
                            .asBoolean())
                    .isFalse();
        }
        try (var elsewhere = TestServer.withPeople()) {
            var room = elsewhere.signedIn(Role.VIEWER).get("/api/v1/disk-room").body();
            assertThat(room.path("nearlyFull").asBoolean()).isFalse();
            assertThat(room.path("bytesLeft").isNull()).isTrue();
        }
    }
}
