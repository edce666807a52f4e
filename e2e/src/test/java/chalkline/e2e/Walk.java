package chalkline.e2e;

import static org.junit.jupiter.api.Assumptions.assumeFalse;

import org.junit.jupiter.api.extension.BeforeEachCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import org.junit.jupiter.api.extension.TestExecutionExceptionHandler;

/** Tests that are the stages of one walk: one that fails leaves nothing for the later ones to walk on. */
final class Walk implements BeforeEachCallback, TestExecutionExceptionHandler {
    private boolean failed;

    @Override
    public void beforeEach(ExtensionContext stage) {
        assumeFalse(failed, "an earlier stage failed");
    }

    @Override
    public void handleTestExecutionException(ExtensionContext stage, Throwable e) throws Throwable {
        failed = true;
        throw e;
    }
}
