package onward.sentry.server.platform;

import jakarta.persistence.LockTimeoutException;
import jakarta.persistence.OptimisticLockException;
import jakarta.persistence.PessimisticLockException;
import java.io.UncheckedIOException;
import java.net.URI;
import java.sql.SQLException;
import java.time.LocalDate;
import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import org.apache.tomcat.util.http.InvalidParameterException;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.TypeMismatchException;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.security.core.AuthenticationException;
import org.springframework.security.web.firewall.RequestRejectedException;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.method.annotation.MethodArgumentTypeMismatchException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;

/** Every error as RFC 9457 problem details: a stable code, the field to blame, the limit, and the way out. */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {

    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

    static final String RETRY_SECONDS = "5";
    private static final String UNKNOWN = "This is no request that the program knows.";
    private static final String WAY_OUT = "Compare it with the API description at /api/v1/openapi; nothing was stored.";
    private static final Map<HttpStatus, String> REASONS = Map.of(
            HttpStatus.METHOD_NOT_ALLOWED,
            "This address does not take that method.",
            HttpStatus.NOT_ACCEPTABLE,
            "This address gives no answer of the kind that is asked for.",
            HttpStatus.UNSUPPORTED_MEDIA_TYPE,
            "This address does not take what was sent, by its content type.",
            HttpStatus.NOT_FOUND,
            "There is nothing at this address.",
            HttpStatus.BAD_REQUEST,
            "Something in the address or its parameters does not hold what belongs there.");

    /** How PostgreSQL says that a file could not grow. */
    private static final String DISK_FULL = "53100";

    @ExceptionHandler
    ResponseEntity<Object> refused(Refused refused) {
        return answer(HttpStatus.UNPROCESSABLE_CONTENT, refused.refusal());
    }

    @ExceptionHandler
    ResponseEntity<Object> notFound(NotFound missing) {
        return answer(
                HttpStatus.NOT_FOUND,
                new Refusal("not-found", "", missing.getMessage(), "Check the number, or look it up in the list."));
    }

    @ExceptionHandler({OptimisticLockingFailureException.class, OptimisticLockException.class})
    ResponseEntity<Object> changedMeanwhile(Exception e) {
        return answer(
                HttpStatus.CONFLICT,
                new Refusal(
                        "changed-meanwhile",
                        "",
                        "Somebody else has changed this in the meantime.",
                        "Load it again and repeat your change."));
    }

    @ExceptionHandler
    ResponseEntity<Object> clash(DataIntegrityViolationException e) {
        return answer(
                HttpStatus.CONFLICT,
                new Refusal(
                        "already-there",
                        "",
                        "This clashes with what is on record already.",
                        "Load the list again and look for it there."));
    }

    /** Others hold what this needs, and retries have not helped. */
    @ExceptionHandler({
        PessimisticLockingFailureException.class,
        PessimisticLockException.class,
        LockTimeoutException.class
    })
    ResponseEntity<Object> busy(Exception e) {
        LOG.warn("A lock could not be had: {}", e.getMessage());
        return answer(
                HttpStatus.SERVICE_UNAVAILABLE,
                new Refusal(
                        "busy",
                        "",
                        "Several people are changing this at the moment; nothing was stored.",
                        "Try again."));
    }

    /** What a file that is sent ends in. */
    @ExceptionHandler
    ResponseEntity<Object> unread(UncheckedIOException e) {
        return e.getCause() instanceof BodyRefused refused ? bodyRefused(refused) : fault(e);
    }

    @ExceptionHandler
    ResponseEntity<Object> bodyRefused(BodyRefused refused) {
        return answer(refused.status(), refused.refusal());
    }

    /** A form whose fields no form of this program has; its body is looked at only now. */
    @ExceptionHandler
    ResponseEntity<Object> rejected(RequestRejectedException rejected) {
        return answer(
                HttpStatus.BAD_REQUEST,
                new Refusal(
                        "form-field",
                        "",
                        "The form holds a field whose name this program does not take.",
                        "Send JSON as the description of this address says."));
    }

    /** Tomcat cannot take the parameters apart. */
    @ExceptionHandler
    ResponseEntity<Object> parameters(InvalidParameterException e) {
        return answer(HttpStatus.BAD_REQUEST, new Refusal("request", "", UNKNOWN, WAY_OUT));
    }

    /** Who may not, and who is not signed in, are answered by whoever guards the addresses. */
    @ExceptionHandler({AccessDeniedException.class, AuthenticationException.class})
    void notAllowed(RuntimeException e) {
        throw e;
    }

    /** A fault of ours: it is written down, and told without a word of how the program is made. */
    @ExceptionHandler
    ResponseEntity<Object> fault(Exception e) {
        LOG.error("A request ended in a fault", e);
        return answer(
                HttpStatus.INTERNAL_SERVER_ERROR,
                new Refusal(
                        "fault",
                        "",
                        "The program could not do this, and its log says why.",
                        "Try again; if it stays so, show the log to whoever looks after the program."));
    }

    /** The database is away, or cannot store; whoever sent it keeps it and sends it again. */
    @ExceptionHandler({DataAccessResourceFailureException.class, CannotCreateTransactionException.class})
    ResponseEntity<Object> noStorage(Exception e) {
        LOG.error("The database does not answer or cannot store", e);
        return answer(HttpStatus.SERVICE_UNAVAILABLE, storage(e));
    }

    /** Whether it goes back to a database that is away or cannot store. */
    static boolean isStorage(Throwable thrown) {
        for (var cause = thrown; cause != null; cause = cause.getCause()) {
            if (cause instanceof DataAccessResourceFailureException
                    || cause instanceof CannotCreateTransactionException) {
                return true;
            }
        }
        return false;
    }

    static Refusal storage(Throwable e) {
        return isFull(e)
                ? new Refusal(
                        "storage-full",
                        "",
                        "The disk of the database is full; this was not stored.",
                        "Make room on it, then send this again. What was confirmed before is safe.")
                : new Refusal(
                        "database",
                        "",
                        "The database does not answer; this was not stored.",
                        "Send it again in a while.");
    }

    private static boolean isFull(Throwable thrown) {
        for (var cause = thrown; cause != null; cause = cause.getCause()) {
            if (cause instanceof SQLException sql && DISK_FULL.equals(sql.getSQLState())) {
                return true;
            }
        }
        return false;
    }

    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        var error = e.getBindingResult().getFieldErrors().get(0);
        var refusal = new Refusal(
                "invalid",
                error.getField(),
                "'" + error.getField() + "' " + error.getDefaultMessage() + ".",
                "Correct it and send it again; nothing was stored.");
        return answer(HttpStatus.BAD_REQUEST, refusal);
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof Refused refused) {
                return refused(refused);
            }
            if (cause instanceof BodyRefused refused) {
                return answer(refused.status(), refused.refusal());
            }
        }
        var field = e.getCause() instanceof JacksonException json
                ? json.getPath().stream()
                        .map(JacksonException.Reference::getPropertyName)
                        .filter(name -> name != null)
                        .reduce((a, b) -> a + "." + b)
                        .orElse("")
                : "";
        var refusal = new Refusal(
                "unreadable",
                field,
                field.isEmpty()
                        ? "The message is not readable JSON."
                        : "'" + field + "' does not hold what belongs there.",
                "Compare it with the API description at /api/v1/openapi; nothing was stored.");
        return answer(HttpStatus.BAD_REQUEST, refusal);
    }

    /** A value in the address or its parameters that is of another kind: the answer names it, and what it may be. */
    @Override
    protected ResponseEntity<Object> handleTypeMismatch(
            TypeMismatchException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        if (!(e instanceof MethodArgumentTypeMismatchException mismatch)) {
            return super.handleTypeMismatch(e, headers, status, request);
        }
        return answer(
                HttpStatus.BAD_REQUEST,
                new Refusal(
                        "parameter",
                        mismatch.getName(),
                        "'" + mismatch.getName() + "' may not be '" + mismatch.getValue() + "'.",
                        expected(mismatch.getParameter().nestedIfOptional().getNestedParameterType())));
    }

    private static String expected(Class<?> type) {
        if (type.isEnum()) {
            return "Give one of "
                    + Arrays.stream(type.getEnumConstants())
                            .map(one -> ((Enum<?>) one).name())
                            .collect(Collectors.joining(", "))
                    + ".";
        }
        return type == LocalDate.class ? "Give a day as YYYY-MM-DD." : "Give a " + type.getSimpleName() + ".";
    }

    /** What Spring refuses by itself, in the form of all others, whatever the caller takes. */
    @Override
    protected ResponseEntity<Object> handleExceptionInternal(
            Exception e, Object body, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        var known = Optional.ofNullable(HttpStatus.resolve(status.value())).orElse(HttpStatus.BAD_REQUEST);
        return ResponseEntity.status(known)
                .headers(headers)
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(of(known, new Refusal("request", "", REASONS.getOrDefault(known, UNKNOWN), WAY_OUT)));
    }

    private static ResponseEntity<Object> answer(HttpStatus status, Refusal refusal) {
        return ResponseEntity.status(status)
                .headers(headers -> {
                    if (status == HttpStatus.SERVICE_UNAVAILABLE) {
                        headers.set(HttpHeaders.RETRY_AFTER, RETRY_SECONDS);
                    }
                })
                .contentType(MediaType.APPLICATION_PROBLEM_JSON)
                .body(of(status, refusal));
    }

    static ProblemDetail of(HttpStatus status, Refusal refusal) {
        var problem = ProblemDetail.forStatusAndDetail(status, refusal.reason());
        problem.setType(URI.create("urn:onward-sentry:" + refusal.code()));
        problem.setTitle(refusal.reason());
        problem.setProperty("code", refusal.code());
        problem.setProperty("field", refusal.field());
        problem.setProperty("wayOut", refusal.wayOut());
        return problem;
    }
}
