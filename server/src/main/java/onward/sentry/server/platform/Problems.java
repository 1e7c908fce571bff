package onward.sentry.server.platform;

import jakarta.persistence.LockTimeoutException;
import jakarta.persistence.OptimisticLockException;
import jakarta.persistence.PessimisticLockException;
import java.net.URI;
import java.sql.SQLException;
import onward.sentry.core.working.Refusal;
import onward.sentry.core.working.Refused;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessResourceFailureException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.dao.OptimisticLockingFailureException;
import org.springframework.dao.PessimisticLockingFailureException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.http.converter.HttpMessageNotReadableException;
import org.springframework.transaction.CannotCreateTransactionException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;
import tools.jackson.core.JacksonException;

/** Every error as RFC 9457 problem details: a stable code, the field to blame, the limit, and the way out. */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {

    private static final Logger LOG = LoggerFactory.getLogger(Problems.class);

    /** How PostgreSQL says that a file could not grow. */
    private static final String DISK_FULL = "53100";

    @ExceptionHandler
    ProblemDetail refused(Refused refused) {
        return of(HttpStatus.UNPROCESSABLE_CONTENT, refused.refusal());
    }

    @ExceptionHandler
    ProblemDetail notFound(NotFound missing) {
        return of(
                HttpStatus.NOT_FOUND,
                new Refusal("not-found", "", missing.getMessage(), "Check the number, or look it up in the list."));
    }

    @ExceptionHandler({OptimisticLockingFailureException.class, OptimisticLockException.class})
    ProblemDetail changedMeanwhile(Exception e) {
        return of(
                HttpStatus.CONFLICT,
                new Refusal(
                        "changed-meanwhile",
                        "",
                        "Somebody else has changed this in the meantime.",
                        "Load it again and repeat your change."));
    }

    @ExceptionHandler
    ProblemDetail clash(DataIntegrityViolationException e) {
        return of(
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
    ProblemDetail busy(Exception e) {
        LOG.warn("A lock could not be had: {}", e.getMessage());
        return of(
                HttpStatus.SERVICE_UNAVAILABLE,
                new Refusal(
                        "busy",
                        "",
                        "Several people are changing this at the moment; nothing was stored.",
                        "Try again."));
    }

    /** The database is away, or cannot store; whoever sent it keeps it and sends it again. */
    @ExceptionHandler({DataAccessResourceFailureException.class, CannotCreateTransactionException.class})
    ProblemDetail noStorage(Exception e) {
        LOG.error("The database does not answer or cannot store", e);
        return of(
                HttpStatus.SERVICE_UNAVAILABLE,
                isFull(e)
                        ? new Refusal(
                                "storage-full",
                                "",
                                "The disk of the database is full; this was not stored.",
                                "Make room on it, then send this again. What was confirmed before is safe.")
                        : new Refusal(
                                "database",
                                "",
                                "The database does not answer; this was not stored.",
                                "Send it again in a while."));
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
        return ResponseEntity.badRequest().body(of(HttpStatus.BAD_REQUEST, refusal));
    }

    @Override
    protected ResponseEntity<Object> handleHttpMessageNotReadable(
            HttpMessageNotReadableException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        for (Throwable cause = e; cause != null; cause = cause.getCause()) {
            if (cause instanceof Refused refused) {
                return ResponseEntity.unprocessableContent().body(refused(refused));
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
        return ResponseEntity.badRequest().body(of(HttpStatus.BAD_REQUEST, refusal));
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
