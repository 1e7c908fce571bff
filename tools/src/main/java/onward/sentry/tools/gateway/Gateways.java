package onward.sentry.tools.gateway;

import java.io.Console;
import java.io.PrintStream;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import onward.sentry.tools.conformance.ConformanceCheck;
import tools.jackson.databind.JsonNode;

/**
 * {@code ./sentry gateway list | add NAME (--all | --model MODEL | SERIAL) … | revoke NAME | check URL}: the gateways of a
 * running site, and whether somebody's gateway speaks the protocol. Exit 0, 1 when it does not, or 2 when it cannot be done.
 */
public final class Gateways {

    private static final int CANNOT = 2;
    private static final Duration LONGEST_CHECK = Duration.ofMinutes(10);
    private static final String USAGE =
            "./sentry gateway list | add NAME (--all | --model MODEL | SERIAL) … | revoke NAME | check URL";

    private Gateways() {}

    /** Who signs in, and where. Names and passwords come from the environment, or are asked for. */
    public static void main(String[] args) {
        System.exit(run(args, System.getenv(), System.out, System.err));
    }

    /** @param settings SENTRY_URL, SENTRY_USER, SENTRY_PASSWORD */
    public static int run(String[] args, Map<String, String> settings, PrintStream out, PrintStream err) {
        try {
            Refusal.unless(args.length > 0, "argument", "", "What is to be done?", USAGE);
            switch (args[0]) {
                case "list" -> list(signedIn(settings), out);
                case "add" -> add(args, settings, out);
                case "revoke" -> revoke(args, settings, out);
                case "check" -> {
                    Refusal.unless(args.length == 2, "argument", "", "Where is the check to listen?", USAGE);
                    return ConformanceCheck.run(args[1], LONGEST_CHECK, out, err);
                }
                default ->
                    throw new Refused(
                            new Refusal("argument", "", "There is no '" + args[0] + "' for gateways.", USAGE));
            }
            return 0;
        } catch (Refused refused) {
            err.println(refused.refusal().reason() + "\n" + refused.refusal().wayOut());
            return CANNOT;
        }
    }

    private static SiteClient signedIn(Map<String, String> settings) {
        var site = new SiteClient(settings.getOrDefault("SENTRY_URL", "http://127.0.0.1:8080"));
        var console = System.console();
        var name = settings.containsKey("SENTRY_USER")
                ? settings.get("SENTRY_USER")
                : asked(console).readLine("Sign-in name of a lead: ");
        var password = settings.containsKey("SENTRY_PASSWORD")
                ? settings.get("SENTRY_PASSWORD")
                : String.valueOf(asked(console).readPassword("Password: "));
        site.signIn(name, password);
        return site;
    }

    private static Console asked(Console console) {
        Refusal.unless(
                console != null,
                "sign-in",
                "",
                "Nobody can be asked for a sign-in name and a password here.",
                "Set SENTRY_USER and SENTRY_PASSWORD.");
        return console;
    }

    private static void list(SiteClient site, PrintStream out) {
        var all = site.get("/api/v1/gateways");
        for (var gateway : all.path("gateways")) {
            out.println(gateway.path("name").asString() + ": "
                    + gateway.path("standing").asString().toLowerCase().replace('_', ' ') + ", detectors "
                    + gateway.path("serials").size() + ", batches "
                    + gateway.path("batches").asLong());
            for (var fault : gateway.path("faults")) {
                out.println("  " + fault.path("code").asString() + " × "
                        + fault.path("times").asLong() + ": "
                        + fault.path("reason").asString());
            }
        }
        out.println("Detectors without a gateway: " + all.path("unserved").size());
    }

    private static void add(String[] args, Map<String, String> settings, PrintStream out) {
        Refusal.unless(args.length > 2, "argument", "", "A gateway has a name and detectors.", USAGE);
        boolean all = false;
        var models = new ArrayList<String>();
        var serials = new ArrayList<String>();
        for (int i = 2; i < args.length; i++) {
            if (args[i].equals("--all")) {
                all = true;
            } else if (args[i].equals("--model")) {
                i++;
                Refusal.unless(i < args.length, "argument", "", "--model names no model.", USAGE);
                models.add(args[i]);
            } else {
                serials.add(args[i]);
            }
        }
        var site = signedIn(settings);
        var added = site.post(
                "/api/v1/gateways",
                Map.of("name", args[1], "detectors", Map.of("all", all, "models", models, "serials", serials)));
        out.println("Address: " + site.url() + "/api/v1/link");
        out.println("Token: " + added.path("token").asString());
        out.println("The token is shown only once.");
    }

    private static void revoke(String[] args, Map<String, String> settings, PrintStream out) {
        Refusal.unless(args.length == 2, "argument", "", "Which gateway is to be revoked?", USAGE);
        var site = signedIn(settings);
        site.delete("/api/v1/gateways/" + working(site, args[1]));
        out.println("Revoked: " + args[1]);
    }

    private static String working(SiteClient site, String name) {
        var names = new ArrayList<String>();
        for (JsonNode gateway : site.get("/api/v1/gateways").path("gateways")) {
            boolean works = !gateway.path("standing").asString().equals("REVOKED");
            if (works && gateway.path("name").asString().equals(name)) {
                return gateway.path("id").asString();
            }
            names.addAll(works ? List.of(gateway.path("name").asString()) : Arrays.asList());
        }
        throw new Refused(new Refusal(
                "gateway",
                "name",
                "There is no gateway called '" + name + "'.",
                names.isEmpty() ? "None is connected." : "There are: " + String.join(", ", names) + "."));
    }
}
