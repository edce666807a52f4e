package chalkline.server.exports;

import chalkline.core.exports.ExportProfile;
import chalkline.core.exports.ExportRows;
import chalkline.core.exports.ResultSheet;
import chalkline.core.naming.Digest;
import chalkline.server.conventions.ConventionsService;
import chalkline.server.frame.Time;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import com.github.kagkarlsson.scheduler.SchedulerClient;
import com.github.kagkarlsson.scheduler.task.TaskDescriptor;
import java.time.Instant;
import java.util.HashMap;
import java.util.Iterator;
import java.util.Map;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Writes the rows of sheets down, from which their files are made whenever somebody fetches them. */
@Component
class WriteExport {
    static final TaskDescriptor<Work> TASK = TaskDescriptor.of("write-export", Work.class);
    private static final int LONGEST_NAME = 300;

    /** Which export to write. */
    record Work(long export) {}

    static void schedule(SchedulerClient scheduler, long export, Instant at) {
        scheduler.scheduleIfNotExists(
                TASK.instance(Long.toString(export)).data(new Work(export)).scheduledTo(at));
    }

    private final Exports exports;
    private final ExportLines lines;
    private final ProofService proofs;
    private final ConventionsService conventions;
    private final JsonMapper json;
    private final Time time;

    WriteExport(
            Exports exports,
            ExportLines lines,
            ProofService proofs,
            ConventionsService conventions,
            JsonMapper json,
            Time time) {
        this.time = time;
        this.exports = exports;
        this.lines = lines;
        this.proofs = proofs;
        this.conventions = conventions;
        this.json = json;
    }

    void run(long id) {
        Export export = exports.findById(id).orElseThrow();
        if (export.state() != Export.State.WRITING) {
            return;
        }
        ProofKey key = export.proof();
        ExportProfile profile = ProfileService.read(export.yaml());
        ExportRows maker =
                new ExportRows(profile, conventions.version(key.conventions()).zone(), true);
        lines.write(export, profile, to -> {
            Map<String, String> files = new HashMap<>();
            Iterator<ExportRows.Row> rows =
                    maker.of(ExportRows.written(proofs.proof(key).proof().rows(), true));
            for (int n = 0; rows.hasNext(); n++) {
                to.accept(line(id, n, profile, files, rows.next()));
            }
        });
        export.end(Export.State.WRITTEN, "", time.now());
        exports.save(export);
    }

    private ExportLine line(long id, int n, ExportProfile profile, Map<String, String> files, ExportRows.Row made) {
        String part = profile.files()
                .by()
                .map(pattern -> cut(made.facts().render(pattern)))
                .orElse("");
        String file = files.computeIfAbsent(
                part, one -> cut(made.facts().render(profile.files().name())));
        return new ExportLine(
                new ExportLine.At(id, n),
                Digest.of(made.key()),
                made.key(),
                made.shell(),
                part,
                file,
                json.writeValueAsString(made.cells()),
                ResultSheet.matchOf(profile, made.cells()),
                made.leftOut().isPresent() ? ExportLine.Outcome.LEFT_OUT : ExportLine.Outcome.WAITING,
                made.leftOut().orElse(""));
    }

    private static String cut(String name) {
        return name.length() <= LONGEST_NAME ? name : name.substring(0, LONGEST_NAME);
    }

    /** Ends an export that could not be written for reasons of Chalk Line's own. */
    void giveUp(long id, String reason) {
        Export export = exports.findById(id).orElseThrow();
        export.end(Export.State.FAILED, "It was given up after three tries: " + reason, time.now());
        exports.save(export);
    }
}
