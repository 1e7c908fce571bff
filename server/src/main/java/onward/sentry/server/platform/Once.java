package onward.sentry.server.platform;

import java.time.ZoneOffset;
import java.util.function.Supplier;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** Carries a write out once per idempotency key: the same key again gets the same answer and has no second effect. */
@Component
public class Once {

    private final JdbcClient jdbc;
    private final Site site;
    private final JsonMapper json;

    Once(JdbcClient jdbc, Site site, JsonMapper json) {
        this.jdbc = jdbc;
        this.site = site;
        this.json = json;
    }

    @Transactional(propagation = Propagation.MANDATORY)
    public <T> T per(String key, String person, Class<T> type, Supplier<T> write) {
        jdbc.sql("select pg_advisory_xact_lock(hashtextextended(?, 7301002))")
                .param(person + "\n" + key)
                .query((row, n) -> 0)
                .single();
        var earlier = jdbc.sql("select answer from idempotent_answer where key = ? and person = ?")
                .params(key, person)
                .query(String.class)
                .optional();
        if (earlier.isPresent()) {
            return json.readValue(earlier.get(), type);
        }
        var answer = write.get();
        jdbc.sql("insert into idempotent_answer (key, person, answer, created_at) values (?, ?, ?, ?)")
                .params(key, person, json.writeValueAsString(answer), site.now().atOffset(ZoneOffset.UTC))
                .update();
        return answer;
    }
}
