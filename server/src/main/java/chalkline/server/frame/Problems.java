package chalkline.server.frame;

import chalkline.core.Bounds;
import chalkline.server.policy.OutOfReach;
import jakarta.persistence.PersistenceException;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.ConstraintViolationException;
import java.io.IOException;
import java.sql.SQLException;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.dao.DataAccessException;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.HttpStatusCode;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.security.access.AccessDeniedException;
import org.springframework.transaction.TransactionException;
import org.springframework.web.bind.MethodArgumentNotValidException;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;
import org.springframework.web.context.request.WebRequest;
import org.springframework.web.multipart.MaxUploadSizeExceededException;
import org.springframework.web.multipart.MultipartException;
import org.springframework.web.servlet.mvc.method.annotation.ResponseEntityExceptionHandler;

/** Answers errors as problem details (RFC 9457), with the path of the field where one is to blame. */
@RestControllerAdvice
class Problems extends ResponseEntityExceptionHandler {
    /** MariaDB's ER_DATA_TOO_LONG. */
    private static final int DATA_TOO_LONG = 1406;

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

    /** More than is taken, said before all of it has come. */
    @Override
    protected ResponseEntity<Object> handleMaxUploadSizeExceededException(
            MaxUploadSizeExceededException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(
                HttpStatus.CONTENT_TOO_LARGE,
                "This file has more than " + (Bounds.LIST_BYTES >> 20) + " MB, which is more than is taken.");
        return handleExceptionInternal(e, problem, headers, HttpStatus.CONTENT_TOO_LARGE, request);
    }

    /** The fields that are otherwise than the description says, each with its path. */
    @Override
    protected ResponseEntity<Object> handleMethodArgumentNotValid(
            MethodArgumentNotValidException e, HttpHeaders headers, HttpStatusCode status, WebRequest request) {
        List<Map<String, Object>> errors = e.getFieldErrors().stream()
                .map(error -> Map.<String, Object>of(
                        "field", error.getField(), "column", 0, "detail", String.valueOf(error.getDefaultMessage())))
                .toList();
        String detail = e.getFieldErrors().stream()
                .map(error -> error.getField() + " " + error.getDefaultMessage())
                .sorted()
                .collect(Collectors.joining("; ", "", "."));
        ProblemDetail problem = ProblemDetail.forStatusAndDetail(status, detail);
        problem.setProperty("errors", errors);
        return handleExceptionInternal(e, problem, headers, status, request);
    }

    /** A form that ends in the middle or has no boundary, or that there is no room for. */
    @ExceptionHandler
    ProblemDetail brokenForm(MultipartException e) {
        if (String.valueOf(e.getMostSpecificCause().getMessage()).contains("No space left")) {
            return ProblemDetail.forStatusAndDetail(
                    HttpStatus.INSUFFICIENT_STORAGE,
                    "The disk that Chalk Line runs on is full, so the file could not come in. Nothing was kept.");
        }
        return ProblemDetail.forStatusAndDetail(
                HttpStatus.BAD_REQUEST, "The file did not come whole; send it again. Nothing was kept.");
    }

    /** What a parameter of an address may be stands beside it. */
    @ExceptionHandler
    ProblemDetail outOfBounds(ConstraintViolationException e) {
        return ProblemDetail.forStatusAndDetail(HttpStatus.BAD_REQUEST, e.getMessage());
    }

    /** A text that is longer than what keeps it. */
    @ExceptionHandler
    ProblemDetail tooLong(DataIntegrityViolationException e) {
        if (e.getMostSpecificCause() instanceof SQLException sql && sql.getErrorCode() == DATA_TOO_LONG) {
            return ProblemDetail.forStatusAndDetail(
                    HttpStatus.UNPROCESSABLE_CONTENT, "A text in this is longer than what can be kept.");
        }
        throw e;
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
        return ProblemDetail.forStatusAndDetail(
                HttpStatus.FORBIDDEN, e instanceof OutOfReach ? e.getMessage() : "Your role does not allow this.");
    }
}
