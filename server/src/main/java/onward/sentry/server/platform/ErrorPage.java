package onward.sentry.server.platform;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Optional;
import onward.sentry.core.working.Refusal;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** What went wrong before any controller was asked, in the same form as every other error. */
@Hidden
@RestController
class ErrorPage implements ErrorController {

    @RequestMapping("/error")
    ResponseEntity<ProblemDetail> error(HttpServletRequest request) {
        var status = Optional.ofNullable((Integer) request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE))
                .map(HttpStatus::resolve)
                .orElse(HttpStatus.NOT_FOUND);
        var thrown = (Throwable) request.getAttribute(RequestDispatcher.ERROR_EXCEPTION);
        if (Problems.isStorage(thrown)) {
            return ResponseEntity.status(HttpStatus.SERVICE_UNAVAILABLE)
                    .header(HttpHeaders.RETRY_AFTER, Problems.RETRY_SECONDS)
                    .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                    .body(Problems.of(HttpStatus.SERVICE_UNAVAILABLE, Problems.storage(thrown)));
        }
        var problem = Problems.of(
                status,
                new Refusal(
                        "request",
                        "",
                        status.is5xxServerError()
                                ? "The program could not do this."
                                : "This is no request that the program knows.",
                        "Compare it with the API description at /api/v1/openapi."));
        return ResponseEntity.status(status)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(problem);
    }
}
