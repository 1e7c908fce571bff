package onward.sentry.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.time.Duration;
import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import onward.sentry.core.working.Refusal;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Takes so many files a minute from one person and no more, on each copy of the program. */
@Component
class UploadPace implements HandlerInterceptor, WebMvcConfigurer {

    static final int MOST_PER_MINUTE = 60;

    private static final Duration MINUTE = Duration.ofMinutes(1);

    private final Map<String, Deque<Long>> taken = new ConcurrentHashMap<>();
    private final ProblemWriter problems;

    UploadPace(ProblemWriter problems) {
        this.problems = problems;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/v1/**");
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
            throws IOException {
        boolean file = !HttpMethod.GET.matches(request.getMethod())
                && Optional.ofNullable(request.getContentType())
                        .filter(type -> type.startsWith(MediaType.APPLICATION_OCTET_STREAM_VALUE))
                        .isPresent();
        if (!file
                || request.getUserPrincipal() == null
                || isPaced(request.getUserPrincipal().getName())) {
            return true;
        }
        response.setHeader(HttpHeaders.RETRY_AFTER, String.valueOf(MINUTE.toSeconds()));
        problems.write(
                response,
                HttpStatus.TOO_MANY_REQUESTS,
                new Refusal(
                        "upload-pace",
                        "file",
                        MOST_PER_MINUTE + " files a minute are taken from one person.",
                        "Wait a minute and send it again."));
        return false;
    }

    private boolean isPaced(String person) {
        var times = taken.computeIfAbsent(person, name -> new ArrayDeque<>());
        long now = System.nanoTime();
        synchronized (times) {
            while (!times.isEmpty() && now - times.peekFirst() > MINUTE.toNanos()) {
                times.removeFirst();
            }
            if (times.size() >= MOST_PER_MINUTE) {
                return false;
            }
            times.addLast(now);
            return true;
        }
    }
}
