package onward.sentry.server.incoming;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Collections;
import java.util.List;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.ProblemWriter;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.http.InvalidMediaTypeException;
import org.springframework.http.MediaType;
import org.springframework.stereotype.Component;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Refuses a change whose answer the caller would not take, before anything is written. */
@Component
class AcceptGate implements HandlerInterceptor, WebMvcConfigurer {

    private final ProblemWriter problems;

    AcceptGate(ProblemWriter problems) {
        this.problems = problems;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/v1/**");
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
            throws IOException {
        if (HttpMethod.GET.matches(request.getMethod()) || takesJson(request)) {
            return true;
        }
        problems.write(
                response,
                HttpStatus.NOT_ACCEPTABLE,
                new Refusal(
                        "accept",
                        "Accept",
                        "The answer is JSON, and this caller takes none.",
                        "Ask with 'Accept: application/json'; nothing was stored."));
        return false;
    }

    private static boolean takesJson(HttpServletRequest request) {
        var accept = Collections.list(request.getHeaders(HttpHeaders.ACCEPT));
        try {
            List<MediaType> types = MediaType.parseMediaTypes(accept);
            return types.isEmpty() || types.stream().anyMatch(type -> type.includes(MediaType.APPLICATION_JSON));
        } catch (InvalidMediaTypeException e) {
            return false;
        }
    }
}
