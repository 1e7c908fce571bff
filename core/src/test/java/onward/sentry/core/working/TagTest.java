package onward.sentry.core.working;

import static onward.sentry.core.working.Limit.refused;
import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.constraints.StringLength;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TagTest {

    @ParameterizedTest
    @ValueSource(strings = {"HM-01", "7", "Flasche 3+", "Ølberg 12", "R.2_a"})
    void whatIsWrittenOnThingsIsTaken(String tag) {
        assertThat(Tag.of("tag", "A tag", " " + tag + " ")).isEqualTo(tag);
    }

    @Test
    void whatDoesNotSurviveInAnAddressIsRefused() {
        for (var tag : new String[] {
            "",
            " ",
            "AB/12",
            "A%2F",
            "a;b",
            "a?b",
            "a#b",
            "..",
            ".a",
            "-",
            "a\u0000b",
            "a\nb",
            "\u202Eab",
            "x".repeat(41)
        }) {
            refused("tag-form", "tag", () -> Tag.of("tag", "A tag", tag));
        }
    }

    /** Whatever is taken comes back from an address as it was. */
    @Property
    void whatIsTakenSurvives(@ForAll @StringLength(max = 12) String typed) {
        String tag;
        try {
            tag = Tag.of("tag", "A tag", typed);
        } catch (Refused e) {
            return;
        }
        var encoded = URLEncoder.encode(tag, StandardCharsets.UTF_8).replace("+", "%20");
        assertThat(URI.create("http://site/cylinders/" + encoded).normalize().getPath())
                .isEqualTo("/cylinders/" + tag);
    }
}
