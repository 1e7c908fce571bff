package onward.sentry.server.platform;

import java.time.ZoneId;
import org.springframework.boot.context.properties.ConfigurationProperties;
import org.springframework.boot.context.properties.bind.DefaultValue;

/**
 * Settings of the program.
 *
 * @param zone the site's time zone
 * @param demo made-up people, fleet and history, and runs at more than natural speed
 * @param mailTo who is told what is coming up, addresses with commas between; empty: nobody
 * @param mailFrom whom the letters come from
 * @param markKeyFile the key that signs the daily marks of the ledger, in hexadecimal; empty: no marks
 * @param load an archive that a site that was never started begins with; empty: none
 * @param linkTokenFile where the demo writes the token of its stand-ins; empty outside the demo
 * @param auditFile where who came in and what left the site is written, a line of JSON each; empty: to the database only
 * @param baseAddress where people reach the program, as certificates print it, without a slash at the end; never what a
 *     caller says
 */
@ConfigurationProperties("sentry")
public record SentrySettings(
        ZoneId zone,
        boolean demo,
        @DefaultValue("") String mailTo,
        @DefaultValue("onward-sentry@localhost") String mailFrom,
        @DefaultValue("") String markKeyFile,
        @DefaultValue("") String load,
        @DefaultValue("") String linkTokenFile,
        @DefaultValue("") String auditFile,
        String baseAddress) {}
