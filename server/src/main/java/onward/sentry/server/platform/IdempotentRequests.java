package onward.sentry.server.platform;

import java.time.ZoneOffset;
import java.util.function.Supplier;
import onward.sentry.core.working.Refusal;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.context.request.RequestContextHolder;
import org.springframework.web.context.request.ServletRequestAttributes;
import tools.jackson.databind.json.JsonMapper;

/** Carries a write out once per idempotency key: the same key again gets the same answer and has no second effect. */
@Component
public class IdempotentRequests {

    /** Attribute of a request: tells the SHA-256 of its body as far as it was read. */
    public static final String BODY_HASH = "onward.sentry.body-hash";

    private static final int MOST_LETTERS = 200;

    private final JdbcClient jdbc;
    private final Site site;
    private final JsonMapper json;

    IdempotentRequests(JdbcClient jdbc, Site site, JsonMapper json) {
        this.jdbc = jdbc;
        this.site = site;
        this.json = json;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public <T> T execute(String key, String person, Class<T> type, Supplier<T> write) {
        Refusal.unless(
                !key.isBlank() && key.length() <= MOST_LETTERS,
                "key-form",
                "Idempotency-Key",
                "An idempotency key has 1 to " + MOST_LETTERS + " characters.",
                "Make a new one for each request, for example a UUID.");
        var request = request();
        jdbc.sql("select pg_advisory_xact_lock(hashtextextended(?, 7301002))")
                .param(person + "\n" + key)
                .query((row, n) -> 0)
                .single();
        record Earlier(String answer, String request) {}
        var earlier = jdbc.sql("select answer, request from idempotent_answer where key = ? and person = ?")
                .params(key, person)
                .query(Earlier.class)
                .optional();
        if (earlier.isPresent()) {
            Refusal.unless(
                    earlier.get().request().isEmpty() || earlier.get().request().equals(request),
                    "key-used",
                    "Idempotency-Key",
                    "This key was used for something else before; nothing was stored.",
                    "Make a new key for each request.");
            return json.readValue(earlier.get().answer(), type);
        }
        var answer = write.get();
        jdbc.sql("insert into idempotent_answer (key, person, answer, request, created_at) values (?, ?, ?, ?, ?)")
                .params(
                        key,
                        person,
                        json.writeValueAsString(answer),
                        request,
                        site.now().atOffset(ZoneOffset.UTC))
                .update();
        return answer;
    }

    /** Method, address and body of what is being asked: the same key stands for the same of them only. */
    @SuppressWarnings("unchecked")
    private static String request() {
        if (!(RequestContextHolder.getRequestAttributes() instanceof ServletRequestAttributes attributes)) {
            return "";
        }
        var request = attributes.getRequest();
        var hash = (Supplier<String>) request.getAttribute(BODY_HASH);
        return request.getMethod() + " " + request.getRequestURI() + " " + (hash == null ? "" : hash.get());
    }
}
