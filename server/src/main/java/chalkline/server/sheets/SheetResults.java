package chalkline.server.sheets;

import chalkline.core.proof.ProofRow;
import chalkline.core.proof.Snag;
import chalkline.server.build.BuildService;
import chalkline.server.frame.NotFound;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What came of the rows of kept sheets, as the proof and the builds have it now. */
@Service
class SheetResults {
    private final KeptSheets sheets;
    private final ProofService proofs;
    private final BuildService builds;
    private final PeopleService people;
    private final JsonMapper json;
    /** Rows that were read, by their very text, while somebody looks at them: whoever is erased from a sheet changes it. */
    private final Cache<String, List<SheetViews.KeptRow>> read = Caffeine.newBuilder()
            .maximumSize(4)
            .expireAfterAccess(Duration.ofMinutes(10))
            .build();

    SheetResults(KeptSheets sheets, ProofService proofs, BuildService builds, PeopleService people, JsonMapper json) {
        this.sheets = sheets;
        this.proofs = proofs;
        this.builds = builds;
        this.people = people;
        this.json = json;
    }

    /** The sheets of a term, the latest first. */
    @May(Right.READ_LISTS)
    public List<SheetViews.About> of(String term) {
        Map<String, String> names = people.names();
        return sheets.findTop50ByTermOrderByIdDesc(term).stream()
                .map(one -> one.about(names.getOrDefault(one.keptBy(), one.keptBy())))
                .toList();
    }

    /** A sheet with what came of each row. */
    @May(Right.READ_LISTS)
    public SheetViews.Kept view(long id) {
        KeptSheet sheet =
                sheets.findById(id).orElseThrow(() -> new NotFound("No sheet was kept as number " + id + "."));
        List<SheetViews.KeptRow> rows = read.get(sheet.rows(), text -> json.readValue(text, new TypeReference<>() {}));
        Optional<ProofKey> key = proofs.current(sheet.term());
        Map<String, ProofRow> bySection = new HashMap<>();
        key.ifPresent(one -> proofs.proof(one)
                .proof()
                .rows()
                .forEach(row -> row.sections().forEach(section -> bySection.put(section, row))));
        Map<String, String> reasons = builds.reasons(sheet.term());
        return new SheetViews.Kept(
                sheet.about(people.nameOf(sheet.keptBy())),
                key.map(ProofKey::versions).orElse(""),
                json.readValue(sheet.headings(), new TypeReference<>() {}),
                rows.stream()
                        .map(row -> result(row, Optional.ofNullable(bySection.get(row.section())), reasons))
                        .toList());
    }

    private static SheetViews.Result result(
            SheetViews.KeptRow row, Optional<ProofRow> proof, Map<String, String> reasons) {
        if (proof.isEmpty()) {
            return new SheetViews.Result(row, SheetViews.Standing.NONE, "", "", "");
        }
        ProofRow shell = proof.get();
        String reason = reasons.getOrDefault(shell.key(), "");
        SheetViews.Standing standing = switch (shell.action()) {
            case STOP -> SheetViews.Standing.STOPPED;
            case BUILD -> reason.isEmpty() ? SheetViews.Standing.TO_BUILD : SheetViews.Standing.FAILED;
            case CHANGE -> reason.isEmpty() ? SheetViews.Standing.TO_CHANGE : SheetViews.Standing.FAILED;
            case KEEP, CLOSE -> SheetViews.Standing.STANDS;
        };
        String why = switch (standing) {
            case STOPPED ->
                shell.snags().stream().filter(Snag::isStop).map(Snag::message).collect(Collectors.joining("; "));
            case FAILED -> reason;
            default -> "";
        };
        return new SheetViews.Result(row, standing, shell.key(), shell.code(), why);
    }
}
