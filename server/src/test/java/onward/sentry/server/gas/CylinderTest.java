package onward.sentry.server.gas;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.StreamSupport;
import onward.sentry.server.people.Role;
import onward.sentry.server.testing.Api;
import onward.sentry.server.testing.Island;
import onward.sentry.server.testing.TestServer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

class CylinderTest {

    private final TestServer server = TestServer.shared();
    private final Api technician = server.signedIn(Role.TECHNICIAN);
    private final Island island = new Island(server, technician);

    record Wrong(Map<String, Object> otherwise, String field, String inDetail) {}

    static List<Wrong> wrongOnes() {
        return List.of(
                new Wrong(Map.of("useBefore", "2025-10-31"), "useBefore", "is before the day it was made, 1 Nov 2025"),
                new Wrong(Map.of("gaugeBar", 70), "gaugeBar", "between 0 and the full pressure, 69"),
                new Wrong(Map.of("volumeLitres", 0), "volumeLitres", "above 0 and at most 20,000 L"),
                new Wrong(Map.of("fullBar", 301), "fullBar", "at most 300 bar"),
                new Wrong(Map.of("balance", "helium"), "balance", "air or nitrogen, not 'helium'"),
                new Wrong(
                        Map.of("components", List.of(Island.part("carbon-monoxide", 0, "PPM"))),
                        "components",
                        "Carbon monoxide: the concentration must be above 0"),
                new Wrong(
                        Map.of("components", List.of(Island.part("unobtainium", 5, "PPM"))),
                        "gas",
                        "No gas is called 'unobtainium'"),
                new Wrong(
                        Map.of(
                                "components",
                                List.of(
                                        Island.part("methane", 1, "VOL_PERCENT"),
                                        Island.part("methane", 2, "VOL_PERCENT"))),
                        "components",
                        "methane is listed twice"));
    }

    @ParameterizedTest
    @MethodSource("wrongOnes")
    void aRefusalNamesTheFieldAndTheLimitAndStoresNothing(Wrong wrong) {
        long before = count();
        var answer = technician.post("/api/v1/cylinders", island.cylinderBody(wrong.otherwise()));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.text("field")).isEqualTo(wrong.field());
        assertThat(answer.text("detail")).contains(wrong.inDetail());
        assertThat(answer.text("wayOut")).isNotBlank();
        assertThat(count()).isEqualTo(before);
    }

    @Test
    void aCylinderComesBackAsItWasRegisteredWithWhatIsLeftInIt() {
        var cylinder = island.cylinder(Map.of("gaugeBar", 34.5));
        assertThat(cylinder.path("litresLeft").asDouble()).isEqualTo(51.5);
        assertThat(cylinder.path("status").asString()).isEqualTo("NEW");
        assertThat(cylinder.path("daysLeft").asInt()).isEqualTo(365);
        var listed = technician.get("/api/v1/cylinders").body();
        assertThat(listed.toString()).contains(cylinder.path("id").asString());
        assertThat(cylinder.path("components").get(0).path("amount").asString()).isEqualTo("1.25 vol%");
    }

    @Test
    void theTagIsTakenOnce() {
        var first = island.cylinder(Map.of("tag", "TAG-1"));
        assertThat(first.path("tag").asString()).isEqualTo("TAG-1");
        var second = technician.post("/api/v1/cylinders", island.cylinderBody(Map.of("tag", " TAG-1 ")));
        assertThat(second.text("code")).isEqualTo("tag-taken");
    }

    @Test
    void whatIsNotJsonOrNotADateNamesTheField() {
        var broken = technician.post("/api/v1/cylinders", "{ not json");
        assertThat(broken.status()).isEqualTo(400);
        assertThat(broken.text("code")).isEqualTo("unreadable");
        var date = technician.post("/api/v1/cylinders", island.cylinderBody(Map.of("useBefore", "next spring")));
        assertThat(date.text("field")).isEqualTo("useBefore");
        var blank = technician.post("/api/v1/cylinders", island.cylinderBody(Map.of("lot", " ")));
        assertThat(blank.text("field")).isEqualTo("lot");
    }

    private long count() {
        return server.jdbc()
                .sql("select count(*) from cylinder")
                .query(Long.class)
                .single();
    }

    @Test
    void aCylinderSaysWhatEachModelWillShowOnIt() {
        island.quoin4();
        var tag = island.cylinder(Map.of()).path("tag").asString();
        var models = technician.get("/api/v1/cylinders/" + tag + "/displays").body();
        var quoin = models.valueStream()
                .filter(model -> model.path("model").asString().equals("Quoin 4"))
                .findFirst()
                .orElseThrow();
        assertThat(quoin.path("sensors").findValuesAsString("shown"))
                .as("the carbon monoxide adds its hundredth to the sulfide cell")
                .containsExactlyInAnyOrder("25 %LEL", "16.0 vol%", "80 ppm", "15.8 ppm");
    }

    @Test
    void aNewCylinderCanStartFromTheLastOneOfAMixOrFromTheGasesOfAModel() {
        var tag = island.cylinder(Map.of("madeOn", "2026-03-01")).path("tag").asString();
        var templates = technician.get("/api/v1/cylinder-templates").body();
        var copy = StreamSupport.stream(templates.spliterator(), false)
                .filter(one -> one.path("tag").asString().equals(tag))
                .findFirst()
                .orElseThrow();
        assertThat(copy.path("fullBar").asDouble()).isEqualTo(69);
        assertThat(copy.path("components").get(2).path("gas").asString()).isEqualTo("carbon-monoxide");
        assertThat(copy.path("components").get(2).path("amount").asDouble()).isEqualTo(80);
        var model = StreamSupport.stream(templates.spliterator(), false)
                .filter(one -> one.path("model").asString().equals("Quoin 4"))
                .findFirst()
                .orElseThrow();
        assertThat(model.path("components").size()).isEqualTo(4);
        // 25 %LEL of methane by the handbook are 1.25 vol%; what a mix holds of oxygen only its certificate says.
        assertThat(model.path("components").get(0).path("amount").asDouble()).isEqualTo(1.25);
        assertThat(model.path("components").get(1).path("amount").isNull()).isTrue();
    }
}
