package onward.sentry.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** The whole site in one file and back again, by the commands that people type. */
class BackupTest {

    @Test
    void aBackupIsTakenWhileTheProgramRunsAndComesBackOnlyAsItWasWritten() throws Exception {
        try (var site = new OwnSite(18_080, 55_320)) {
            backedUpAndRestored(site);
        }
    }

    @Test
    void withACertificateOfItsOwnItSpeaksTlsAndItsCookiesGoNoOtherWay() throws Exception {
        try (var site = new OwnSite(18_082, 55_323)) {
            var store = site.home() + "/tls.p12";
            assertThat(site.shell(
                                    "keytool -genkeypair -alias sentry -keyalg RSA -dname CN=localhost -validity 3 -storetype"
                                            + " PKCS12 -storepass of-a-test -keystore '" + store + "'")
                            .exit())
                    .isZero();
            site.set("SERVER_SSL_KEY_STORE", store);
            site.set("SERVER_SSL_KEY_STORE_PASSWORD", "of-a-test");
            var said = site.besideTheProgram("curl -sk -D - -o /dev/null https://127.0.0.1:18082/api/v1/session;"
                    + " curl -s -o /dev/null -w 'plain %{http_code}' http://127.0.0.1:18082/api/v1/session");
            assertThat(said.words()).contains("HTTP/1.1 200").containsPattern("Set-Cookie: .*; Secure");
            assertThat(said.words()).contains("plain 400");
        }
    }

    private static void backedUpAndRestored(OwnSite site) throws Exception {
        var home = site.home();
        var file = home.resolve("site.backup");
        var taken = site.besideTheProgram("./sentry backup '" + file + "' && ! ./sentry restore '" + file + "'");
        assertThat(taken.words()).contains("Written: " + file, "the program is running");
        assertThat(taken.exit()).isZero();
        assertThat(site.shell("./sentry backup '" + file + "'").words()).contains("is there already");

        var restored = site.shell("./sentry restore '" + file + "'");
        assertThat(restored.words()).contains("What was there is kept as database sentry_before_", "Restored: rows");
        assertThat(restored.exit()).isZero();

        var verified = site.shell("./sentry verify");
        assertThat(verified.words()).contains("Everything on record holds.");
        assertThat(verified.exit()).isZero();
        assertThat(site.shell("./sentry backups '" + home + "/daily' start none")
                        .words())
                .contains("no number of backups");
        assertThat(site.shell("./sentry backups '" + home + "/daily' start 1 && sleep 1 && ./sentry backups '" + home
                                + "/daily' start 1")
                        .words())
                .contains("Written: ", "Removed: ");
        assertThat(site.shell("ls '" + home + "/daily' | wc -l").words().strip())
                .isEqualTo("1");

        var forged = site.shell("cd '" + home + "' && mkdir f && tar -xf site.backup -C f"
                + " && sed -i 's/\"procedure_card\": [0-9]*/\"procedure_card\": 3/' f/manifest.json"
                + " && tar -cf forged.backup -C f manifest.json database.dump && cd - >/dev/null"
                + " && ./sentry restore '" + home + "/forged.backup'");
        assertThat(forged.exit()).isEqualTo(1);
        assertThat(forged.words()).contains("procedure_card", "not what was written", "Nothing was changed");
        assertThat(site.besideTheProgram("curl -fsS http://127.0.0.1:18080/actuator/health")
                        .words())
                .contains("UP");
    }
}
