package onward.sentry.server.platform;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import onward.sentry.core.working.Refusal;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.web.firewall.RequestRejectedException;
import org.springframework.security.web.firewall.RequestRejectedHandler;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Says an error that no controller was asked about in the same form as every other one. */
@Component
public class ProblemWriter implements RequestRejectedHandler {

    private final JsonMapper json;

    ProblemWriter(JsonMapper json) {
        this.json = json;
    }

    public void write(HttpServletResponse response, HttpStatus status, Refusal refusal) throws IOException {
        response.setStatus(status.value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.setCharacterEncoding("UTF-8");
        json.writeValue(response.getOutputStream(), Problems.of(status, refusal));
    }

    @Override
    public void handle(HttpServletRequest request, HttpServletResponse response, RequestRejectedException rejected)
            throws IOException {
        write(
                response,
                HttpStatus.BAD_REQUEST,
                new Refusal(
                        "address",
                        "",
                        "The address holds signs that no address of this program has.",
                        "Look the name up in its list, and follow the link there."));
    }
}
