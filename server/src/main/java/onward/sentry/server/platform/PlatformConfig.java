package onward.sentry.server.platform;

import java.time.Clock;
import onward.sentry.formats.CoreJson;
import org.springframework.boot.jackson.autoconfigure.JsonMapperBuilderCustomizer;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

@Configuration
class PlatformConfig {

    @Bean
    Clock clock() {
        return Clock.systemUTC();
    }

    @Bean
    JsonMapperBuilderCustomizer coreTypes() {
        return CoreJson::addTo;
    }
}
