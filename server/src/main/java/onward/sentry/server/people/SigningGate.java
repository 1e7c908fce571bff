package onward.sentry.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.Optional;
import java.util.Set;
import onward.sentry.core.working.Refusal;
import onward.sentry.server.platform.ProblemWriter;
import org.springframework.http.HttpStatus;
import org.springframework.stereotype.Component;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.HandlerInterceptor;
import org.springframework.web.servlet.config.annotation.InterceptorRegistry;
import org.springframework.web.servlet.config.annotation.WebMvcConfigurer;

/** Lets nothing be entered or read on a locked device, and nothing be signed by somebody who has not shown who they are. */
@Component
class SigningGate implements HandlerInterceptor, WebMvcConfigurer {

    /** All that a locked device may ask for: to be opened, and which gas is on. */
    private static final Set<String> WAYS_OUT =
            Set.of("/api/v1/session", "/api/v1/session/switch", "/api/v1/session/lock", "/api/v1/bench");

    private final Signatures signatures;
    private final ProblemWriter problems;

    SigningGate(Signatures signatures, ProblemWriter problems) {
        this.signatures = signatures;
        this.problems = problems;
    }

    @Override
    public void addInterceptors(InterceptorRegistry registry) {
        registry.addInterceptor(this).addPathPatterns("/api/v1/**");
    }

    @Override
    public boolean preHandle(HttpServletRequest request, HttpServletResponse response, Object handler)
            throws IOException {
        boolean locked = Device.of(Optional.ofNullable(request.getSession(false)))
                .filter(Device::isLocked)
                .isPresent();
        if (locked && !WAYS_OUT.contains(request.getRequestURI())) {
            problems.write(
                    response,
                    HttpStatus.LOCKED,
                    new Refusal("locked", "", "This device is locked.", "Open it with a PIN or a password."));
            return false;
        }
        if (signed(handler).isPresent()) {
            signatures.require(request.getSession());
        }
        return true;
    }

    @Override
    public void afterCompletion(
            HttpServletRequest request, HttpServletResponse response, Object handler, Exception thrown) {
        boolean used = signed(handler).filter(signed -> !signed.many()).isPresent();
        if (used && response.getStatus() < HttpStatus.BAD_REQUEST.value()) {
            signatures.made(request.getSession());
        }
    }

    private static Optional<Signed> signed(Object handler) {
        return handler instanceof HandlerMethod method
                ? Optional.ofNullable(method.getMethodAnnotation(Signed.class))
                : Optional.empty();
    }
}
