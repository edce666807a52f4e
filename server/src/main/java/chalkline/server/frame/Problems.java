package chalkline.server.frame;

import jakarta.persistence.PersistenceException;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.util.List;
import java.util.Map;
import org.springframework.dao.DataAccessException;
import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.transaction.TransactionException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Answers errors as problem details (RFC 9457), with the path of the field where one is to blame. */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {

    @ExceptionHandler
    ProblemDetail missing(NotFound e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.NOT_FOUND, e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail conflict(Conflict e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.CONFLICT, e.getMessage());
    }

    @ExceptionHandler
    ProblemDetail refused(Refusal e) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(HttpStatus.UNPROCESSABLE_CONTENT, e.getMessage());
        if (!e.field().isEmpty()) {
            problem.setProperty(
                    "errors", List.of(Map.of("field", e.field(), "column", e.column(), "detail", e.getMessage())));
        }
        return problem;
    }

    /** Left to {@link DatabaseAway} where it is the reason, which every other exception is not. */
    @ExceptionHandler({DataAccessException.class, TransactionException.class, PersistenceException.class})
    void storage(RuntimeException e, HttpServletResponse response) throws IOException {
        if (!DatabaseAway.isAway(e)) {
            throw e;
        }
        DatabaseAway.say(response);
    }

    @ExceptionHandler
    ProblemDetail forbidden(AccessDeniedException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.FORBIDDEN, "Your role does not allow this.");
    }
}
