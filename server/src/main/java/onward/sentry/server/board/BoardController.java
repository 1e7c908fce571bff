package onward.sentry.server.board;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import onward.sentry.core.schedule.BoardStatus;
import onward.sentry.core.schedule.DetectorState;
import onward.sentry.server.fleet.FleetList;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.Site;
import onward.sentry.server.platform.SiteProfiles;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The board, and the secret addresses under which it is shown without signing in. */
@RestController
class BoardController {

    private final FleetList fleet;
    private final BoardAddresses addresses;
    private final SiteProfiles profiles;
    private final People people;
    private final Site site;

    BoardController(FleetList fleet, BoardAddresses addresses, SiteProfiles profiles, People people, Site site) {
        this.fleet = fleet;
        this.addresses = addresses;
        this.profiles = profiles;
        this.people = people;
        this.site = site;
    }

    /** @param reason why it may not be taken, or until when it may */
    record BoardLine(
            String serial,
            String assetTag,
            String model,
            String location,
            BoardStatus status,
            DetectorState state,
            String reason) {}

    /** @param crew empty: detectors without a crew */
    record BoardCrew(String crew, List<BoardLine> detectors) {}

    /**
     * @param site empty: nobody has named it
     * @param at when the server worked this out
     * @param zone that times are shown in
     */
    record Board(String site, Instant at, String zone, List<BoardCrew> crews) {}

    record NewBoard(
            @NotNull @Size(max = 200) String name,
            @NotNull @Size(max = 200) String crew) {}

    /** @param path secret in it; shown once */
    record BoardMade(@NotBlank String path) {}

    record BoardAddressView(
            UUID id, String name, String crew, Instant madeAt, String madeBy, Optional<Instant> seenAt) {}

    /** @param crew empty: every crew */
    @GetMapping("/api/v1/board")
    @Transactional(readOnly = true)
    public Board board(@RequestParam(defaultValue = "") String crew) {
        return of(crew);
    }

    /** The board of a secret address. */
    @GetMapping("/api/v1/boards/{secret}")
    @Transactional
    public ResponseEntity<Board> open(@PathVariable String secret) {
        return ResponseEntity.ok().header("Cache-Control", "private, no-store").body(of(addresses.crewOf(secret)));
    }

    @GetMapping("/api/v1/board-addresses")
    List<BoardAddressView> addresses() {
        return addresses.all().stream()
                .map(one -> new BoardAddressView(
                        one.id(), one.name(), one.crew(), one.madeAt(), one.madeBy(), one.seenAt()))
                .toList();
    }

    /** Sent twice, the second is refused by its name: the answer holds the secret, and is kept nowhere. */
    @PostMapping("/api/v1/board-addresses")
    @ResponseStatus(HttpStatus.CREATED)
    BoardMade add(@Valid @RequestBody NewBoard body, Principal principal) {
        return new BoardMade(
                "/board/" + addresses.add(body.name(), body.crew(), people.displayName(principal.getName())));
    }

    @DeleteMapping("/api/v1/board-addresses/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void revoke(@PathVariable UUID id, Principal principal) {
        addresses.revoke(id, people.displayName(principal.getName()));
    }

    private Board of(String crew) {
        var crews = new TreeMap<String, List<BoardLine>>();
        fleet.ofCrew(crew)
                .forEach(line -> BoardStatus.of(line.state(), line.usable())
                        .ifPresent(status -> crews.computeIfAbsent(line.crew(), name -> new ArrayList<>())
                                .add(new BoardLine(
                                        line.serial(),
                                        line.assetTag(),
                                        line.model(),
                                        line.location(),
                                        status,
                                        line.state(),
                                        line.reason()))));
        return new Board(
                profiles.profile().map(profile -> profile.name()).orElse(""),
                site.now(),
                site.zone().getId(),
                crews.entrySet().stream()
                        .map(entry -> new BoardCrew(entry.getKey(), entry.getValue()))
                        .toList());
    }
}
