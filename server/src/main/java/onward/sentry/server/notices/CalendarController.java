package onward.sentry.server.notices;

import java.security.Principal;
import java.util.List;
import java.util.UUID;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class CalendarController {

    private final CalendarFeeds feeds;

    CalendarController(CalendarFeeds feeds) {
        this.feeds = feeds;
    }

    /** @param path of the calendar, secret in it; shown once */
    record NewFeed(String path) {}

    @GetMapping("/api/v1/calendar-feeds")
    List<CalendarFeeds.Feed> mine(Principal principal) {
        return feeds.of(principal.getName());
    }

    @PostMapping("/api/v1/calendar-feeds")
    @ResponseStatus(HttpStatus.CREATED)
    NewFeed make(Principal principal) {
        return new NewFeed("/calendar/" + feeds.make(principal.getName()) + ".ics");
    }

    @DeleteMapping("/api/v1/calendar-feeds/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(@PathVariable UUID id, Principal principal) {
        feeds.revoke(id, principal.getName());
    }

    @GetMapping("/calendar/{secret}.ics")
    ResponseEntity<String> calendar(@PathVariable String secret) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("text/calendar;charset=UTF-8"))
                .header("Cache-Control", "private, no-store")
                .body(feeds.calendar(secret));
    }
}
