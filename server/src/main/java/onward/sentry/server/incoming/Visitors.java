package onward.sentry.server.incoming;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.UnaryOperator;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.AnonymousAuthenticationToken;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.filter.OncePerRequestFilter;

/** Remembers for a while the cookies and tokens that turned out to be somebody's, so that strangers can be told from them. */
@Component
class Visitors extends OncePerRequestFilter {

    private static final String COOKIE = "SENTRY";
    private static final int MOST = 5_000;
    private static final long KEPT_NANOS = Duration.ofMinutes(30).toNanos();

    private final Map<String, Long> seen = new ConcurrentHashMap<>();

    /** Behind the security filters: whoever comes here with an authentication was let in. */
    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        var who = SecurityContextHolder.getContext().getAuthentication();
        if (who != null && who.isAuthenticated() && !(who instanceof AnonymousAuthenticationToken)) {
            key(request.getCookies(), request::getHeader).ifPresent(this::remember);
        }
        chain.doFilter(request, response);
    }

    private void remember(String key) {
        if (seen.size() >= MOST) {
            long now = System.nanoTime();
            seen.values().removeIf(at -> now - at > KEPT_NANOS);
            if (seen.size() >= MOST) {
                seen.clear();
            }
        }
        seen.put(key, System.nanoTime());
    }

    /**
     * Whether these were somebody's lately.
     *
     * @param cookies null where there are none
     */
    boolean isKnown(Cookie[] cookies, UnaryOperator<String> header) {
        return key(cookies, header)
                .map(seen::get)
                .filter(at -> System.nanoTime() - at < KEPT_NANOS)
                .isPresent();
    }

    private static Optional<String> key(Cookie[] cookies, UnaryOperator<String> header) {
        return Optional.ofNullable(cookies).stream()
                .flatMap(Arrays::stream)
                .filter(one -> one.getName().equals(COOKIE))
                .map(Cookie::getValue)
                .findFirst()
                .or(() -> Optional.ofNullable(header.apply(HttpHeaders.AUTHORIZATION)));
    }
}
