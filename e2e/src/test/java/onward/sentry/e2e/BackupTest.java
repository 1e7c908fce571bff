package onward.sentry.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** The whole site in one file and back again, by the commands that people type. */
class BackupTest {

    @Test
    void aBackupIsTakenWhileTheProgramRunsAndComesBackOnlyAsItWasWritten() throws Exception {
        try (var site = new OwnSite(18_080, 55_320)) {
            site.set("SENTRY_BACKUP_KEY", site.home() + "/key.asc");
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

        assertThat(site.besideTheProgram("ps -o user= -p $(head -n 1 '" + home + "/start/pids')")
                        .words())
                .as("the program itself never runs as root")
                .doesNotContain("root");
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

        refusedWithoutATrace(site);
        assertThat(site.besideTheProgram("curl -fsS http://127.0.0.1:18080/actuator/health")
                        .words())
                .contains("UP");
    }

    /** Changed in one byte, written by somebody else, or in the open form of before: nothing of it is carried out. */
    private static void refusedWithoutATrace(OwnSite site) throws Exception {
        var home = site.home();
        var databases = "PGPASSWORD=$(cat '" + home
                + "/start/pg/password') psql -h 127.0.0.1 -p 55320 -U sentry -d postgres -qtA"
                + " -c \"select string_agg(datname, ' ' order by datname) from pg_database\"";
        var changed = site.shell("cp '" + home + "/site.backup' '" + home + "/changed.backup'"
                + " && printf x | dd of='" + home + "/changed.backup' bs=1 seek=5000 conv=notrunc status=none"
                + " && ./sentry restore '" + home + "/changed.backup'");
        assertThat(changed.exit()).isEqualTo(1);
        assertThat(changed.words()).contains("no backup of this site, or was changed", "Nothing was changed");

        var crafted = site.shell("cd '" + home + "' && mkdir f && echo 'drop database sentry' >f/database.dump"
                + " && echo '{}' >f/manifest.json && tar -cf crafted.backup -C f manifest.json database.dump && cd - >/dev/null"
                + " && ./sentry restore '" + home + "/crafted.backup'");
        assertThat(crafted.exit()).isEqualTo(1);
        assertThat(crafted.words()).contains("no backup of this site");

        var strange = site.shell("SENTRY_BACKUP_KEY='" + home + "/other.asc' ./sentry backup '" + home
                + "/other.backup'" + " && ./sentry restore '" + home + "/other.backup'");
        assertThat(strange.exit()).isEqualTo(1);
        assertThat(strange.words()).contains("A key for backups was made", "no backup of this site");
        assertThat(site.shell("stat -c %a '" + home + "/site.backup' '" + home + "/key.asc'")
                        .words())
                .isEqualTo("600\n600\n");
        var load = site.shell("echo nothing >'" + home + "/broken.zip' && SENTRY_HOME='" + home
                + "/new' ./sentry load '" + home + "/broken.zip'");
        assertThat(load.exit()).isNotZero();
        assertThat(load.words())
                .contains("The archive was not loaded, and nothing was changed: it is no archive")
                .doesNotContain("Exception", "\tat ");
        assertThat(site.besideTheProgram(databases).words())
                .doesNotContain("sentry_fresh", "sentry_check")
                .contains("sentry sentry_before_");
    }
}
