package onward.sentry.server.platform;

import java.io.IOException;
import onward.sentry.core.working.Refusal;
import org.springframework.http.HttpStatus;

/** The body of a request is too large, or takes too long. */
public final class BodyRefused extends IOException {

    private static final long serialVersionUID = 1;

    private final HttpStatus status;
    private final transient Refusal refusal;

    private BodyRefused(HttpStatus status, Refusal refusal) {
        super(refusal.reason());
        this.status = status;
        this.refusal = refusal;
    }

    public static BodyRefused tooLarge(long most) {
        return new BodyRefused(
                HttpStatus.CONTENT_TOO_LARGE,
                new Refusal(
                        "body-size",
                        "",
                        "More was sent than the " + most / 1024 + " KB that this address takes.",
                        "Send less at once; nothing was stored."));
    }

    public static BodyRefused tooSlow(long seconds) {
        return new BodyRefused(
                HttpStatus.REQUEST_TIMEOUT,
                new Refusal(
                        "body-time",
                        "",
                        "The message was not complete within " + seconds + " s.",
                        "Send it again; nothing was stored."));
    }

    public HttpStatus status() {
        return status;
    }

    public Refusal refusal() {
        return refusal;
    }
}
