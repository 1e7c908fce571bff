package onward.sentry.server.incoming;

import jakarta.servlet.ServletException;
import java.io.IOException;
import java.util.concurrent.Semaphore;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.ProblemWriter;
import org.apache.catalina.connector.Request;
import org.apache.catalina.connector.Response;
import org.apache.catalina.valves.ValveBase;
import org.apache.coyote.ActionCode;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;

/**
 * Strangers who send a body, however slowly, take up a few threads and no more; further ones are turned away at once, and
 * the rest of what a stranger sends is never waited for.
 */
final class StrangerLimit extends ValveBase {

    private static final int MOST_AT_ONCE = 40;
    private static final int RETRY_SECONDS = 5;
    private static final int LARGEST_REMAINDER = 64 * 1024;

    private final Semaphore free = new Semaphore(MOST_AT_ONCE);
    private final Visitors visitors;
    private final ProblemWriter problems;

    StrangerLimit(Visitors visitors, ProblemWriter problems) {
        super(true);
        this.visitors = visitors;
        this.problems = problems;
    }

    @Override
    public void invoke(Request request, Response response) throws IOException, ServletException {
        if (!bringsBody(request) || visitors.isKnown(request.getCookies(), request::getHeader)) {
            getNext().invoke(request, response);
            return;
        }
        // The line is closed on whatever is not read, and the caller is told so.
        response.setHeader(HttpHeaders.CONNECTION, "close");
        boolean mayCome = free.tryAcquire();
        try {
            if (mayCome) {
                getNext().invoke(request, response);
            } else {
                turnAway(response);
            }
        } finally {
            if (mayCome) {
                free.release();
            }
            dropTheRest(request);
        }
    }

    private void turnAway(Response response) throws IOException {
        response.setHeader(HttpHeaders.RETRY_AFTER, String.valueOf(RETRY_SECONDS));
        problems.write(
                response.getResponse(),
                HttpStatus.SERVICE_UNAVAILABLE,
                new Refusal(
                        "busy",
                        "",
                        "Too many who are not signed in send something at once; nothing was stored.",
                        "Try again in " + RETRY_SECONDS + " s."));
        response.finishResponse();
    }

    private static boolean bringsBody(Request request) {
        return request.getContentLengthLong() > 0 || request.getHeader(HttpHeaders.TRANSFER_ENCODING) != null;
    }

    /** Takes what is there already, so that the answer reaches the caller; the line is closed on whatever is to come. */
    private static void dropTheRest(Request request) throws IOException {
        var body = request.getStream();
        var buffer = new byte[4_096];
        int dropped = 0;
        while (dropped < LARGEST_REMAINDER && !request.isFinished() && body.available() > 0) {
            dropped += Math.max(0, body.read(buffer));
        }
        if (!request.isFinished()) {
            request.getCoyoteRequest().action(ActionCode.DISABLE_SWALLOW_INPUT, null);
        }
    }
}
