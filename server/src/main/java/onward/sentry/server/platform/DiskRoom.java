package onward.sentry.server.platform;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.OptionalLong;
import java.util.concurrent.TimeUnit;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * How much room is left where the site keeps its data. It warns while there is still some: a database without room saves
 * nothing, and goes on by itself as soon as there is room again.
 */
@Component
public class DiskRoom {

    /** Some weeks of work at a large bench, and time to make room. */
    static final long LITTLE = 2L << 30;

    private static final Logger LOG = LoggerFactory.getLogger(DiskRoom.class);

    private final String folder;
    private final long little;
    private boolean wasShort;

    DiskRoom(SentrySettings settings) {
        this.folder = settings.dataFolder();
        this.little = settings.littleRoom() == 0 ? LITTLE : settings.littleRoom();
    }

    /** Bytes that are left; empty when the data is on another machine. */
    public OptionalLong bytesLeft() {
        if (folder.isEmpty()) {
            return OptionalLong.empty();
        }
        try {
            return OptionalLong.of(Files.getFileStore(Path.of(folder)).getUsableSpace());
        } catch (IOException e) {
            LOG.warn("How much room is left in {} cannot be read: {}", folder, e.getMessage());
            return OptionalLong.empty();
        }
    }

    public boolean isShort() {
        var left = bytesLeft();
        return left.isPresent() && left.getAsLong() < little;
    }

    /** Once when it becomes short, and once when there is room again. */
    @Scheduled(initialDelay = 5, fixedDelay = 60, timeUnit = TimeUnit.SECONDS)
    void watch() {
        boolean isShort = isShort();
        if (isShort && !wasShort) {
            LOG.error(
                    "The disk is nearly full: {} MB are left in {}", bytesLeft().orElse(0) >> 20, folder);
        } else if (!isShort && wasShort) {
            LOG.warn("There is room on the disk again");
        }
        wasShort = isShort;
    }
}
