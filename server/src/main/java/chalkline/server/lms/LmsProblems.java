package chalkline.server.lms;

import org.springframework.http.HttpStatus;
import org.springframework.http.ProblemDetail;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.RestControllerAdvice;

/** Says in words that the LMS does not answer, where a screen asked for something that only the LMS knows. */
@RestControllerAdvice
class LmsProblems {

    @ExceptionHandler
    ProblemDetail unavailable(LmsUnavailable e) {
        return ProblemDetail.forStatusAndDetail(
                HttpStatus.SERVICE_UNAVAILABLE, e.getMessage() + " Nothing was changed; try again in a moment.");
    }
}
