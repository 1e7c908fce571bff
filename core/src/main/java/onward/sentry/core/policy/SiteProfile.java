package onward.sentry.core.policy;

import java.time.ZoneId;
import java.util.Arrays;
import java.util.List;
import java.util.stream.Collectors;
import onward.sentry.core.working.Refusal;

/**
 * Who the site is, as certificates, labels and the board name it.
 *
 * @param name 1 to 80 characters
 * @param address lines of a postal address, together at most 300 characters, may be empty
 * @param zone time zone, as the IANA database names it
 */
public record SiteProfile(String name, String address, ZoneId zone) {

    private static final int LONGEST_NAME = 80;
    private static final int LONGEST_ADDRESS = 300;

    /**
     * @param name 1 to 80 characters
     * @param address lines of a postal address, together at most 300 characters, may be empty
     * @param zone time zone, as the IANA database names it
     * @throws onward.sentry.core.working.Refused with code {@code site-name} or {@code site-address}
     */
    public SiteProfile {
        name = name.strip();
        address = address.lines()
                .map(String::strip)
                .filter(line -> !line.isEmpty())
                .collect(Collectors.joining("\n"));
        Refusal.unless(
                !name.isEmpty() && name.length() <= LONGEST_NAME,
                "site-name",
                "name",
                "The name of the site has 1 to " + LONGEST_NAME + " characters, not " + name.length() + ".",
                "For example: Skerravoe Co-operative.");
        Refusal.unless(
                address.length() <= LONGEST_ADDRESS,
                "site-address",
                "address",
                "The address has at most " + LONGEST_ADDRESS + " characters, not " + address.length() + ".",
                "Shorten it.");
    }

    /**
     * With the time zone as it is typed: {@code of("Holm", "", "Europe/Oslo")}.
     *
     * @param name as people call it
     * @param address of the site, in lines; may be empty
     * @param zone time zone, such as {@code Europe/Paris}
     * @return the profile, checked
     * @throws onward.sentry.core.working.Refused with code {@code site-zone} where there is no such zone
     */
    public static SiteProfile of(String name, String address, String zone) {
        return new SiteProfile(name, address, zone(zone));
    }

    private static ZoneId zone(String id) {
        Refusal.unless(
                ZoneId.getAvailableZoneIds().contains(id),
                "site-zone",
                "zone",
                "There is no time zone '" + id + "'.",
                "Choose one from the list, for example Europe/Oslo.");
        return ZoneId.of(id);
    }

    /** {@return the address line by line; none where it is empty} */
    public List<String> addressLines() {
        return address.isEmpty() ? List.of() : Arrays.asList(address.split("\n"));
    }
}
