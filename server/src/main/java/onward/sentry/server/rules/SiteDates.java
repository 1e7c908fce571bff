package onward.sentry.server.rules;

import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.time.Duration;
import onward.sentry.core.units.DateForm;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.transaction.event.TransactionalEventListener;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.ser.std.StdScalarSerializer;

/**
 * Writes the days in the sentences that leave the server as the site writes them. Rules and records keep them as 2026-03-02; a
 * field that is nothing but a day stays so, for programs. A change of the form reaches every copy of the server within seconds.
 */
@Configuration
class SiteDates {

    private static final Duration HOLDS = Duration.ofSeconds(5);
    private static final int A_DAY = 10;

    private final LoadingCache<String, DateForm> form;

    /** @param policies asked for when the first sentence is written: this is made before the tables are */
    SiteDates(ObjectProvider<SitePolicies> policies) {
        this.form = Caffeine.newBuilder()
                .expireAfterWrite(HOLDS)
                .build(any -> policies.getObject().units().dates());
    }

    @TransactionalEventListener(fallbackExecution = true)
    void changed(PolicyChanged policy) {
        form.invalidateAll();
    }

    @Bean
    JsonMapperBuilderCustomizer daysOfTheSite() {
        return builder -> builder.addModule(new SimpleModule("days-of-the-site").addSerializer(new Sentence(form)));
    }

    private static final class Sentence extends StdScalarSerializer<String> {

        private final LoadingCache<String, DateForm> form;

        Sentence(LoadingCache<String, DateForm> form) {
            super(String.class);
            this.form = form;
        }

        @Override
        public void serialize(String text, JsonGenerator to, SerializationContext context) {
            boolean sentence = text.length() > A_DAY && !text.startsWith("{");
            to.writeString(sentence && DateForm.namesADay(text) ? form.get("").inText(text) : text);
        }
    }
}
