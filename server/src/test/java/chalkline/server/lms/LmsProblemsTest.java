package chalkline.server.lms;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.ConnectException;
import org.junit.jupiter.api.Test;
import org.springframework.http.ProblemDetail;

class LmsProblemsTest {

    @Test
    void anLmsThatDoesNotAnswerIsToldInWords() {
        // source: RFC 9110, 15.6.4: 503 for what is to be tried again later
        LmsUnavailable gone = new LmsUnavailable("The LMS does not answer.", new ConnectException());
        ProblemDetail problem = new LmsProblems().unavailable(gone);
        assertThat(problem.getStatus()).isEqualTo(503);
        assertThat(problem.getDetail())
                .isEqualTo("The LMS does not answer. Nothing was changed; try again in a moment.");
    }
}
