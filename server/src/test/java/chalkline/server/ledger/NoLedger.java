package chalkline.server.ledger;

import java.util.Map;

/** Writes nothing; for simulations. */
public final class NoLedger extends LedgerService {
    public NoLedger() {
        super(null, null, null, null);
    }

    @Override
    public void write(String login, String what, String subject, Map<String, ?> detail) {
        // what a build writes is none of a simulation's matter
    }
}
