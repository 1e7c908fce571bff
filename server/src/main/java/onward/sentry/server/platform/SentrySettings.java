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
 * @param markKeyFile the key that signs the marks of what is on record, in hexadecimal; empty: no marks
 * @param marksFolder another folder that the marks are copied to, best on another machine; empty: none
 * @param marksMailTo whom the newest mark is mailed to once a day, addresses with commas between; empty: nobody
 * @param timestampUrl a timestamp service (RFC 3161) that stamps the newest mark every hour; empty: none
 * @param dataFolder where the site keeps its data, to see how much room is left; empty: on another machine
 * @param littleRoom bytes below which the disk counts as nearly full; 0: 2 GiB
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
        @DefaultValue("") String marksFolder,
        @DefaultValue("") String marksMailTo,
        @DefaultValue("") String timestampUrl,
        @DefaultValue("") String dataFolder,
        @DefaultValue("0") long littleRoom,
        @DefaultValue("") String load,
        @DefaultValue("") String linkTokenFile,
        @DefaultValue("") String auditFile,
        String baseAddress) {}
