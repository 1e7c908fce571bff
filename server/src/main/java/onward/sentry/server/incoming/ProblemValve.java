package onward.sentry.server.incoming;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ErrorReportValve;

/** What Tomcat refuses by itself, such as an address that is none, as a problem and not as a page. */
public final class ProblemValve extends ErrorReportValve {

    private static final String BODY = """
            {"type":"urn:onward-sentry:request","title":"This is no request that the program knows.","status":%d,\
            "detail":"This is no request that the program knows.","code":"request","field":"",\
            "wayOut":"Compare it with the API description at /api/v1/openapi."}""";

    @Override
    protected void report(Request request, Response response, Throwable thrown) {
        if (response.getStatus() < 400 || response.getContentWritten() > 0 || !response.setErrorReported()) {
            return;
        }
        try {
            response.setContentType("application/problem+json");
            response.getOutputStream()
                    .write(BODY.formatted(response.getStatus()).getBytes(StandardCharsets.UTF_8));
            response.finishResponse();
        } catch (IOException | IllegalStateException e) {
            // whoever asked has gone, or has been answered
        }
    }
}
