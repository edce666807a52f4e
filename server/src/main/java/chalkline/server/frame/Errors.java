package chalkline.server.frame;

import io.swagger.v3.oas.annotations.Hidden;
import jakarta.servlet.RequestDispatcher;
import jakarta.servlet.http.HttpServletRequest;
import java.util.Map;
import org.springframework.boot.webmvc.error.ErrorController;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ProblemDetail;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** Answers what no room answered, in words (RFC 9457); whoever asks for this page itself finds nothing. */
@Hidden
@RestController
class Errors implements ErrorController {
    private static final Map<HttpStatus, String> SAYS = Map.of(
            HttpStatus.BAD_REQUEST, "This is no request that Chalk Line understands.",
            HttpStatus.FORBIDDEN, "This is not allowed, or the page has been open for too long: load it again.",
            HttpStatus.NOT_FOUND, "There is nothing at this address.",
            HttpStatus.INTERNAL_SERVER_ERROR,
                    "Chalk Line made a mistake, which its log tells. What was kept before is safe.");

    @RequestMapping(value = "/error", produces = MediaType.APPLICATION_PROBLEM_JSON_VALUE)
    ResponseEntity<ProblemDetail> error(HttpServletRequest request) {
        Object code = request.getAttribute(RequestDispatcher.ERROR_STATUS_CODE);
        HttpStatus status = code instanceof Integer number ? HttpStatus.resolve(number) : HttpStatus.NOT_FOUND;
        HttpStatus known = status == null ? HttpStatus.INTERNAL_SERVER_ERROR : status;
        return ResponseEntity.status(known)
                .body(ProblemDetail.forStatusAndDetail(known, SAYS.getOrDefault(known, known.getReasonPhrase() + ".")));
    }
}
