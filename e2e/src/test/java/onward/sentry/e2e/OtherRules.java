package onward.sentry.e2e;

import java.io.IOException;
import java.util.function.Consumer;
import tools.jackson.databind.node.ObjectNode;

/** Site rules as one walk wants them: changed and put back past the pages, so that no walk leaves them to the next. */
final class OtherRules implements AutoCloseable {

    private static final String PATH = "/api/v1/site-rules";

    private final Client lead;
    private final ObjectNode before;

    OtherRules(World world, Consumer<ObjectNode> change) throws IOException, InterruptedException {
        lead = new Client(world).signIn("marit", "skerravoe-demo");
        before = inForce();
        var wanted = before.deepCopy();
        change.accept(wanted);
        put(wanted, "as a walk wants it");
    }

    private ObjectNode inForce() throws IOException, InterruptedException {
        return (ObjectNode) lead.read(PATH).get("policy");
    }

    private void put(ObjectNode policy, String reason) throws IOException, InterruptedException {
        lead.post("/api/v1/me/proof", "{\"secret\":\"7394\"}", "");
        var answer = lead.sent(
                PATH, "{\"policy\":" + policy + ",\"reason\":\"" + reason + "\"}", "rules-" + System.nanoTime());
        if (answer.statusCode() != 200) {
            throw new IllegalStateException(answer.body());
        }
    }

    @Override
    public void close() throws IOException, InterruptedException {
        put(before.deepCopy().put("version", inForce().get("version").asInt()), "as before the walk");
    }
}
