package onward.sentry.server.incoming;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.BodyRefused;
import onward.sentry.server.platform.IdempotentRequests;
import onward.sentry.server.platform.ProblemWriter;
import org.springframework.core.Ordered;
import org.springframework.core.annotation.Order;
import org.springframework.http.HttpStatus;
import org.springframework.http.InvalidMediaTypeException;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * How much a request may bring, and how long it may take over it: JSON 1 MB in 20 s; a card with its pictures 12 MB, a file
 * 31 MB (its own limit is checked where it is read), both in 5 minutes.
 */
@Component
@Order(Ordered.HIGHEST_PRECEDENCE + 10)
class BodyLimits extends OncePerRequestFilter {

    private static final long MEGABYTE = 1024L * 1024;

    private record Limit(long bytes, Duration time) {}

    private static final Limit JSON = new Limit(MEGABYTE, Duration.ofSeconds(20));
    private static final Limit CARD = new Limit(12 * MEGABYTE, Duration.ofMinutes(5));
    private static final Limit FILE = new Limit(31 * MEGABYTE, Duration.ofMinutes(5));

    private static final List<String> CARDS = List.of("/api/v1/cards", "/api/v1/card-drafts");

    private final ProblemWriter problems;

    BodyLimits(ProblemWriter problems) {
        this.problems = problems;
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (!saysWhatItIs(request)) {
            problems.write(
                    response,
                    HttpStatus.UNSUPPORTED_MEDIA_TYPE,
                    new Refusal(
                            "content-type",
                            "Content-Type",
                            "The content type of what was sent is none.",
                            "Send 'application/json'; nothing was stored."));
            return;
        }
        var limit = limit(request);
        if (request.getContentLengthLong() > limit.bytes()) {
            var refused = BodyRefused.tooLarge(limit.bytes());
            problems.write(response, refused.status(), refused.refusal());
            return;
        }
        var limited = new LimitedBody(request, limit.bytes(), limit.time());
        request.setAttribute(IdempotentRequests.BODY_HASH, (Supplier<String>) limited::hash);
        chain.doFilter(limited, response);
    }

    private static boolean saysWhatItIs(HttpServletRequest request) {
        try {
            var type = request.getContentType();
            return type == null
                    || type.isEmpty()
                    || MediaType.parseMediaType(type).isConcrete();
        } catch (InvalidMediaTypeException e) {
            return false;
        }
    }

    private static Limit limit(HttpServletRequest request) {
        var type = Optional.ofNullable(request.getContentType()).orElse("");
        if (type.startsWith(MediaType.APPLICATION_OCTET_STREAM_VALUE)) {
            return FILE;
        }
        return CARDS.stream().anyMatch(request.getRequestURI()::startsWith) ? CARD : JSON;
    }
}
