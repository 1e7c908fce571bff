package onward.sentry.server.people;

import java.util.List;

/** The made-up people of the demo, and the password that all of them have there. */
public final class DemoPeople {

    /** Shown on the demo's sign-in page; never used outside the demo. */
    public static final String PASSWORD = "skerravoe-demo";

    /** The same for the PIN that all of them sign with. */
    public static final String PIN = "7394";

    /**
     * @param may what the sign-in page says about the role
     * @param competences what the person is qualified for
     */
    public record DemoPerson(String signInName, String displayName, Role role, String may, List<String> competences) {}

    public static final List<DemoPerson> ALL = List.of(
            new DemoPerson(
                    "una",
                    "Una Haldane",
                    Role.TECHNICIAN,
                    "technician: works the bench, adjusts breath testers",
                    List.of("breath alcohol")),
            new DemoPerson("brand", "Brand Osk", Role.TECHNICIAN, "technician: takes over", List.of()),
            new DemoPerson("marit", "Marit Voe", Role.LEAD, "lead: releases from hold", List.of()),
            new DemoPerson(
                    "runa", "Runa Kvist", Role.ADMINISTRATOR, "administrator: adds people, gives roles", List.of()),
            new DemoPerson("tam", "Tam Sletta", Role.VIEWER, "viewer: looks only", List.of()));

    private DemoPeople() {}
}
