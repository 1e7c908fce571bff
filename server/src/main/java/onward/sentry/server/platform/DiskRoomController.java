package onward.sentry.server.platform;

import java.util.Optional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Whether the disk has room: every screen says so before it is full. */
@RestController
class DiskRoomController {

    private final DiskRoom disk;

    DiskRoomController(DiskRoom disk) {
        this.disk = disk;
    }

    /** @param bytesLeft empty when the data is on another machine */
    record DiskRoomView(boolean nearlyFull, Optional<Long> bytesLeft) {}

    @GetMapping("/api/v1/disk-room")
    public DiskRoomView room() {
        var left = disk.bytesLeft();
        return new DiskRoomView(disk.isShort(), left.stream().boxed().findFirst());
    }
}
