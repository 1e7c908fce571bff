package onward.sentry.server.fleet;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import java.security.Principal;
import java.util.List;
import java.util.UUID;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.NotFound;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Ways of looking at the fleet that somebody keeps for themselves. */
@RestController
class SavedViewController {

    private static final int MOST = 30;
    private static final int MOST_NAME = 40;
    private static final int MOST_ADDRESS = 500;

    private final JdbcClient jdbc;

    SavedViewController(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** @param address what stands behind the question mark of the list's address */
    record SavedView(String id, String name, String address) {}

    record KeepView(@NotNull String name, @NotNull String address) {}

    @GetMapping("/api/v1/saved-views")
    @Transactional(readOnly = true)
    public List<SavedView> mine(Principal principal) {
        return jdbc.sql("select id, name, address from saved_view where person = ? order by name")
                .param(principal.getName())
                .query(SavedView.class)
                .list();
    }

    /** Keeps a view under a name; the same name again replaces it. */
    @PutMapping("/api/v1/saved-views")
    @Transactional
    public List<SavedView> keep(@Valid @RequestBody KeepView body, Principal principal) {
        var name = body.name().strip();
        Refusal.unless(
                !name.isEmpty() && name.length() <= MOST_NAME,
                "view-name",
                "name",
                "A view has a name of 1 to " + MOST_NAME + " characters.",
                "For example: overdue at the ferry.");
        Refusal.unless(
                body.address().length() <= MOST_ADDRESS,
                "view-address",
                "address",
                "A view holds at most " + MOST_ADDRESS + " characters.",
                "Narrow it by fewer words.");
        var known = mine(principal);
        Refusal.unless(
                known.size() < MOST
                        || known.stream().anyMatch(view -> view.name().equals(name)),
                "view-number",
                "name",
                "You keep " + MOST + " views already.",
                "Let one of them go first.");
        jdbc.sql("insert into saved_view (id, person, name, address) values (:id, :person, :name, :address)"
                        + " on conflict (person, name) do update set address = :address")
                .param("id", UUID.randomUUID())
                .param("person", principal.getName())
                .param("name", name)
                .param("address", body.address())
                .update();
        return mine(principal);
    }

    @DeleteMapping("/api/v1/saved-views/{id}")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    @Transactional
    public void letGo(@PathVariable UUID id, Principal principal) {
        int gone = jdbc.sql("delete from saved_view where id = ? and person = ?")
                .params(id, principal.getName())
                .update();
        if (gone == 0) {
            throw new NotFound("Your view " + id);
        }
    }
}
