package onward.sentry.server.people;

import static onward.sentry.server.people.Role.LEAD;
import static onward.sentry.server.people.Role.TECHNICIAN;
import static onward.sentry.server.people.Role.VIEWER;

import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpMethod;

/** Every address of the API with the least role it takes. What is not in the table is refused. */
public final class AccessTable {

    private AccessTable() {}

    /**
     * @param role empty: open to anybody
     */
    public record Row(HttpMethod method, String pattern, Optional<Role> role) {}

    public static final List<Row> ROWS = List.of(
            open(HttpMethod.GET, "/api/v1/session"),
            open(HttpMethod.POST, "/api/v1/session"),
            open(HttpMethod.DELETE, "/api/v1/session"),
            open(HttpMethod.POST, "/api/v1/first-administrator"),
            row(HttpMethod.POST, "/api/v1/detectors-together", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/saved-views", VIEWER),
            row(HttpMethod.PUT, "/api/v1/saved-views", VIEWER),
            row(HttpMethod.DELETE, "/api/v1/saved-views/{id}", VIEWER),
            row(HttpMethod.GET, "/api/v1/care", VIEWER),
            row(HttpMethod.GET, "/api/v1/detectors/{serial}/care", VIEWER),
            row(HttpMethod.POST, "/api/v1/detectors/{serial}/care", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/parts", VIEWER),
            row(HttpMethod.GET, "/api/v1/interval-reviews", VIEWER),
            row(HttpMethod.POST, "/api/v1/interval-reviews", LEAD),
            row(HttpMethod.GET, "/api/v1/plan", VIEWER),
            row(HttpMethod.POST, "/api/v1/plan", TECHNICIAN),
            row(HttpMethod.DELETE, "/api/v1/plan/search", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/plan/ways", VIEWER),
            row(HttpMethod.GET, "/api/v1/plan.csv", VIEWER),
            row(HttpMethod.GET, "/api/v1/plan.ics", VIEWER),
            row(HttpMethod.GET, "/api/v1/plan/days/{day}/sheet", VIEWER),
            row(HttpMethod.GET, "/api/v1/plan/jobs/{serial}", VIEWER),
            row(HttpMethod.POST, "/api/v1/plan/jobs/{serial}", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/plan/rules", LEAD),
            row(HttpMethod.POST, "/api/v1/plan/days", LEAD),
            row(HttpMethod.DELETE, "/api/v1/plan/days/{day}", LEAD),
            row(HttpMethod.POST, "/api/v1/plan/absences", LEAD),
            row(HttpMethod.DELETE, "/api/v1/plan/absences/{id}", LEAD),
            row(HttpMethod.GET, "/api/v1/today", VIEWER),
            row(HttpMethod.GET, "/api/v1/detectors", VIEWER),
            row(HttpMethod.POST, "/api/v1/detectors", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/detectors/{serial}", VIEWER),
            row(HttpMethod.GET, "/api/v1/detectors/{serial}/runs", VIEWER),
            row(HttpMethod.POST, "/api/v1/detectors/{serial}/sensors/{slot}/replacement", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/detectors/{serial}/release", LEAD),
            row(HttpMethod.GET, "/api/v1/detectors/{serial}/rules", VIEWER),
            row(HttpMethod.POST, "/api/v1/detectors/{serial}/tolerance", LEAD),
            row(HttpMethod.POST, "/api/v1/detectors/{serial}/interval", LEAD),
            row(HttpMethod.POST, "/api/v1/detectors/{serial}/lending", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/detectors/{serial}/return", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/detectors/{serial}/hold-tag", VIEWER),
            row(HttpMethod.GET, "/api/v1/runs/{id}/file", VIEWER),
            row(HttpMethod.POST, "/api/v1/detectors/{serial}/paper-runs", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/models", VIEWER),
            row(HttpMethod.GET, "/api/v1/detectors/{serial}/trends", VIEWER),
            row(HttpMethod.GET, "/api/v1/detectors/{serial}/doubts", VIEWER),
            row(HttpMethod.GET, "/api/v1/doubts", VIEWER),
            row(HttpMethod.POST, "/api/v1/doubts/{id}/closing", LEAD),
            row(HttpMethod.GET, "/api/v1/trigger-causes", VIEWER),
            row(HttpMethod.POST, "/api/v1/detectors/{serial}/triggers", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/cards", VIEWER),
            row(HttpMethod.GET, "/api/v1/cards/{model}/{version}", VIEWER),
            row(HttpMethod.POST, "/api/v1/cards", LEAD),
            row(HttpMethod.GET, "/api/v1/card-desks/{model}", LEAD),
            row(HttpMethod.GET, "/api/v1/card-changes/{model}", VIEWER),
            row(HttpMethod.PUT, "/api/v1/card-drafts/{model}", LEAD),
            row(HttpMethod.DELETE, "/api/v1/card-drafts/{model}", LEAD),
            row(HttpMethod.GET, "/api/v1/card-sheets/{model}/{version}", VIEWER),
            row(HttpMethod.GET, "/api/v1/card-choices", VIEWER),
            row(HttpMethod.GET, "/api/v1/card-drafts", LEAD),
            row(HttpMethod.POST, "/api/v1/card-checks", LEAD),
            row(HttpMethod.POST, "/api/v1/card-dry-runs", LEAD),
            row(HttpMethod.GET, "/api/v1/house/policy", VIEWER),
            row(HttpMethod.POST, "/api/v1/house/policy/effect", LEAD),
            row(HttpMethod.POST, "/api/v1/house/policy", LEAD),
            row(HttpMethod.GET, "/api/v1/people", LEAD),
            row(HttpMethod.POST, "/api/v1/people/{signInName}/competences", LEAD),
            row(HttpMethod.GET, "/api/v1/gases", VIEWER),
            row(HttpMethod.GET, "/api/v1/cylinders", VIEWER),
            row(HttpMethod.POST, "/api/v1/cylinders", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/cylinders/sheet", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/cylinders/{tag}", VIEWER),
            row(HttpMethod.GET, "/api/v1/cylinders/{tag}/displays", VIEWER),
            row(HttpMethod.GET, "/api/v1/cylinders/{tag}/certificates", VIEWER),
            row(HttpMethod.POST, "/api/v1/cylinders/{tag}/certificates", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/cylinders/{tag}/certificates/{id}", VIEWER),
            row(HttpMethod.GET, "/api/v1/cylinders/{tag}/comparison", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/cylinders/{tag}/comparison", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/cylinders/{tag}/gauge", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/cylinders/{tag}/aside", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/cylinders/{tag}/release", LEAD),
            row(HttpMethod.GET, "/api/v1/recalls/preview", VIEWER),
            row(HttpMethod.POST, "/api/v1/recalls", LEAD),
            row(HttpMethod.POST, "/api/v1/recalls/{id}/withdrawal", LEAD),
            row(HttpMethod.GET, "/api/v1/calendar-feeds", VIEWER),
            row(HttpMethod.POST, "/api/v1/calendar-feeds", VIEWER),
            row(HttpMethod.DELETE, "/api/v1/calendar-feeds/{id}", VIEWER),
            row(HttpMethod.GET, "/api/v1/rigs", VIEWER),
            row(HttpMethod.POST, "/api/v1/rigs", TECHNICIAN),
            row(HttpMethod.DELETE, "/api/v1/rigs/{name}", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/rig-checks", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/equipment", VIEWER),
            row(HttpMethod.POST, "/api/v1/equipment", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/equipment/{tag}/checks", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/labels", VIEWER),
            row(HttpMethod.GET, "/api/v1/gas", VIEWER),
            row(HttpMethod.GET, "/api/v1/gas/orders", VIEWER),
            row(HttpMethod.GET, "/api/v1/detectors/{serial}/gas", VIEWER),
            row(HttpMethod.GET, "/api/v1/bench", VIEWER),
            row(HttpMethod.GET, "/api/v1/bench/stream", VIEWER),
            row(HttpMethod.POST, "/api/v1/bench/manifolds", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/rounds/choices", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/rounds/open", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/rounds", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/rounds/{id}", VIEWER),
            row(HttpMethod.POST, "/api/v1/rounds/{id}/bumps", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/rounds/{id}/live", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/rounds/{id}/live", VIEWER),
            row(HttpMethod.POST, "/api/v1/rounds/{id}/end", TECHNICIAN),
            row(HttpMethod.POST, "/api/v1/runs", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/runs/{id}", VIEWER),
            row(HttpMethod.GET, "/api/v1/runs/{id}/readings", VIEWER),
            row(HttpMethod.GET, "/api/v1/runs/{id}/cylinders", VIEWER),
            row(HttpMethod.GET, "/api/v1/runs/{id}/pictures/{step}", VIEWER),
            row(HttpMethod.POST, "/api/v1/runs/{id}/commands", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/runs/{id}/record", VIEWER),
            row(HttpMethod.GET, "/api/v1/runs/{id}/certificates", VIEWER),
            row(HttpMethod.POST, "/api/v1/runs/{id}/certificates", LEAD),
            row(HttpMethod.GET, "/api/v1/certificates", VIEWER),
            row(HttpMethod.GET, "/api/v1/certificates-wanting", VIEWER),
            row(HttpMethod.GET, "/api/v1/certificates-printed", VIEWER),
            open(HttpMethod.GET, "/api/v1/certificates/{code}"),
            open(HttpMethod.GET, "/api/v1/certificates/{code}/pdf"),
            row(HttpMethod.GET, "/api/v1/logbook", VIEWER),
            row(HttpMethod.GET, "/api/v1/logbook-choices", VIEWER),
            row(HttpMethod.POST, "/api/v1/logbook/{seq}/corrections", TECHNICIAN),
            row(HttpMethod.GET, "/api/v1/gas-library", VIEWER),
            row(HttpMethod.GET, "/api/v1/workings", VIEWER),
            row(HttpMethod.POST, "/api/v1/workings/{calculation}", VIEWER));

    private static Row open(HttpMethod method, String pattern) {
        return new Row(method, pattern, Optional.empty());
    }

    private static Row row(HttpMethod method, String pattern, Role role) {
        return new Row(method, pattern, Optional.of(role));
    }
}
