package onward.sentry.server.start;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.time.ZoneId;
import java.util.List;
import java.util.Optional;
import onward.sentry.core.policy.SiteProfile;
import onward.sentry.core.units.DateForm;
import onward.sentry.server.people.People;
import onward.sentry.server.platform.NotFound;
import onward.sentry.server.platform.Site;
import onward.sentry.server.platform.SiteLogo;
import onward.sentry.server.platform.SiteProfiles;
import onward.sentry.server.rules.SitePolicies;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Name, address, logo and time zone of the site. */
@RestController
class SiteProfileController {

    private final SiteProfiles profiles;
    private final SitePolicies policies;
    private final People people;
    private final Site site;

    SiteProfileController(SiteProfiles profiles, SitePolicies policies, People people, Site site) {
        this.profiles = profiles;
        this.policies = policies;
        this.people = people;
        this.site = site;
    }

    record SiteProfileBody(
            @NotNull String name,
            @NotNull String address,
            @NotNull String zone) {}

    /**
     * @param named false: nobody has named the site yet, and the zone is that of the server's settings
     * @param zones that can be chosen
     * @param dates how days are written, by the site's rules
     */
    record SiteProfileView(
            boolean named,
            String name,
            String address,
            String zone,
            boolean logo,
            String pressure,
            String temperature,
            DateForm dates,
            List<String> zones) {}

    @GetMapping("/api/v1/site-profile")
    SiteProfileView profile() {
        return view(profiles.profile());
    }

    @PutMapping("/api/v1/site-profile")
    SiteProfileView change(@Valid @RequestBody SiteProfileBody body, Principal principal) {
        var changed = SiteProfile.of(body.name(), body.address(), body.zone());
        return view(Optional.of(profiles.change(changed, people.displayName(principal.getName()))));
    }

    @GetMapping("/api/v1/site-profile/logo")
    ResponseEntity<byte[]> logo() {
        var logo = profiles.logo().orElseThrow(() -> new NotFound("A logo"));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(logo.mediaType()))
                .header("X-Content-Type-Options", "nosniff")
                .body(logo.content());
    }

    @PutMapping(path = "/api/v1/site-profile/logo", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void showLogo(@RequestBody byte[] picture, Principal principal) {
        profiles.show(Optional.of(SiteLogo.of(picture)), people.displayName(principal.getName()));
    }

    @DeleteMapping("/api/v1/site-profile/logo")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void removeLogo(Principal principal) {
        profiles.show(Optional.empty(), people.displayName(principal.getName()));
    }

    private SiteProfileView view(Optional<SiteProfile> profile) {
        var units = policies.units();
        return new SiteProfileView(
                profile.isPresent(),
                profile.map(SiteProfile::name).orElse(""),
                profile.map(SiteProfile::address).orElse(""),
                profile.map(SiteProfile::zone).orElse(site.zone()).getId(),
                profiles.logo().isPresent(),
                units.pressure().symbol(),
                units.temperature().symbol(),
                units.dates(),
                ZoneId.getAvailableZoneIds().stream()
                        .filter(zone -> zone.contains("/") && !zone.startsWith("SystemV"))
                        .sorted()
                        .toList());
    }
}
