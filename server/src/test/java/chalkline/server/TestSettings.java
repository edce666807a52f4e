package chalkline.server;

import java.util.HashMap;
import java.util.Map;

/** How the application is set for tests, wherever it runs. */
final class TestSettings {
    private TestSettings() {}

    /** A demo's, on a day before the made-up term, with short periods. */
    static Map<String, String> quick() {
        Map<String, String> settings = new HashMap<>();
        settings.put("CHALKLINE_DEMO", "true");
        // the made-up term is one to come, whenever the tests are run
        settings.put("CHALKLINE_TODAY", "2026-12-07");
        settings.put("DBSCHEDULER_HEARTBEATINTERVAL", "1s");
        // nothing is waited for by the clock that need not be
        settings.put("CHALKLINE_BUILDS_LEASE", "4s");
        settings.put("CHALKLINE_BUILDS_RENEW_EVERY", "1s");
        settings.put("CHALKLINE_BUILDS_LOOK_EVERY", "100ms");
        settings.put("CHALKLINE_BUILDS_FIRST_PAUSE", "20ms");
        settings.put("CHALKLINE_BUILDS_LONGEST_PAUSE", "1s");
        settings.put("CHALKLINE_BUILDS_AFTER_OTHER", "200ms");
        settings.put("CHALKLINE_LOOKS_REQUESTS", "500ms");
        settings.put("CHALKLINE_LOOKS_ACCESS", "500ms");
        settings.put("CHALKLINE_LOOKS_TEACHING", "500ms");
        settings.put("CHALKLINE_LOOKS_LEDGER", "1s");
        settings.put("LMS_CALLS_PER_SECOND", "1000");
        settings.put("CHALKLINE_RETRY_PAUSE", "50ms");
        settings.put("REGISTRAR_LOOK_EVERY", "250ms");
        settings.put("MAIL_HOST", "127.0.0.1");
        settings.put("MAIL_TO", "abara@skerrow.example,night@skerrow.example");
        settings.put("MAIL_EVERY", "500ms");
        settings.put("OPENID_CLIENT", "chalk-line");
        settings.put("OPENID_SECRET", "a secret");
        settings.put("OPENID_ROLES_CLAIM", "");
        settings.put("LMS_LEFT_ALONE", "1s");
        settings.put("LMS_LONGEST_COPY", "3s");
        return settings;
    }
}
