package onward.sentry.core.policy;

import static onward.sentry.core.working.Limit.refused;
import static onward.sentry.core.working.Limit.taken;

import org.junit.jupiter.api.Test;

class PasswordTest {

    private static void check(String password) {
        Password.check("password", password, "una.haldane");
    }

    @Test
    void itHasTenCharactersAndAtMostSeventyTwoBytes() {
        taken(() -> check("four words"), () -> check("a b c d ".repeat(9)));
        refused("password-length", "password", () -> check("nine char"), () -> check("a b c d ".repeat(9) + "e"));
        // 36 letters of 2 bytes are 72, one more is too many.
        taken(() -> check("äöüß".repeat(9)));
        refused("password-length", "password", () -> check("äöüß".repeat(9) + "a"));
    }

    @Test
    void whatAnybodyTriesFirstIsRefused() {
        refused(
                "password-often",
                "password",
                () -> check("Password123!"),
                () -> check("qwertyuiop"),
                () -> check("1234567890"),
                () -> check("aaaaaaaaaa"),
                () -> check("ababababab"),
                () -> check("administrator1"),
                () -> check("changemenow"),
                () -> check("UnaHaldane.2026"));
    }

    @Test
    void aPinThatMostPeopleChooseIsRefused() {
        refused("pin-often", "pin", () -> Pin.check("2580"), () -> Pin.check("1987"), () -> Pin.check("373373"));
        taken(() -> Pin.check("7394"), () -> Pin.check("40417"));
    }
}
