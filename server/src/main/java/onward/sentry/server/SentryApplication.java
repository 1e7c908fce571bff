package onward.sentry.server;

import org.springframework.boot.SpringApplication;
import org.springframework.boot.autoconfigure.SpringBootApplication;
import org.springframework.boot.context.properties.ConfigurationPropertiesScan;

/** The server: one package per capability, {@code platform} for what they share. */
@SpringBootApplication
@ConfigurationPropertiesScan
public class SentryApplication {

    public static void main(String[] args) {
        SpringApplication.run(SentryApplication.class, args);
    }
}
