package chalkline.server.upkeep;

import chalkline.core.naming.Text;
import chalkline.core.proof.Action;
import chalkline.core.proof.ProofRow;
import chalkline.server.ChalkLineSettings;
import chalkline.server.ledger.LedgerService;
import chalkline.server.lms.AtOnce;
import chalkline.server.lms.Lms;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofService;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.UUID;
import java.util.function.Function;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** The categories of the LMS: which are empty and wanted by nothing, so that they can go. */
@Service
class CategoryService {
    private static final String SEPARATOR = " / ";

    private final ProofService proofs;
    private final Lms lms;
    private final LedgerService ledger;
    private final TransactionTemplate transaction;
    private final ChalkLineSettings settings;

    CategoryService(
            ProofService proofs,
            @AtOnce Lms lms,
            LedgerService ledger,
            ChalkLineSettings settings,
            TransactionTemplate transaction) {
        this.transaction = transaction;
        this.settings = settings;
        this.proofs = proofs;
        this.lms = lms;
        this.ledger = ledger;
    }

    /** All of them as the LMS has them now, by path. */
    @May(Right.READ_CAMPUS)
    public List<MoveViews.Category> all(String term) {
        Map<String, Integer> wanted = new HashMap<>();
        for (ProofRow row : proofs.proof(proofs.now(term)).proof().rows()) {
            if (row.action() != Action.CLOSE) {
                upwards(row.category(), 1, wanted);
            }
        }
        List<Lms.Category> categories = lms.categories();
        Map<String, Integer> inside = new HashMap<>();
        categories.forEach(one -> upwards(one.levels(), one.shells(), inside));
        Map<String, MoveViews.Category> views = new TreeMap<>(Text.NATURAL);
        for (Lms.Category one : categories) {
            String path = String.join(SEPARATOR, one.levels());
            views.put(
                    path,
                    new MoveViews.Category(
                            path,
                            one.shells(),
                            inside.getOrDefault(path, 0) - one.shells(),
                            wanted.getOrDefault(path, 0),
                            one.locked(),
                            one.hidden()));
        }
        return List.copyOf(views.values());
    }

    /** Counts for a category and for all above it. */
    private static void upwards(List<String> levels, int count, Map<String, Integer> counts) {
        for (int depth = 1; depth <= levels.size(); depth++) {
            counts.merge(String.join(SEPARATOR, levels.subList(0, depth)), count, Integer::sum);
        }
    }

    /** Takes categories out, those below first; the LMS refuses what is not empty. */
    @May(Right.CHANGE_CAMPUS)
    public List<MoveViews.Gone> remove(String term, List<String> paths) {
        List<String> below = paths.stream()
                .sorted(Comparator.comparing((String path) -> -levels(path).size()))
                .toList();
        return told(term, "categories removed", below, some -> lms.removeCategories(key(), some));
    }

    /** Makes categories again that were taken out. */
    @May(Right.CHANGE_CAMPUS)
    public List<MoveViews.Gone> makeAgain(String term, List<String> paths) {
        return told(term, "categories made again", paths, some -> lms.putCategories(key(), some));
    }

    private static String key() {
        return "categories-" + UUID.randomUUID();
    }

    private static List<String> levels(String path) {
        return Arrays.asList(path.split(SEPARATOR));
    }

    private List<MoveViews.Gone> told(
            String term, String what, List<String> paths, Function<List<Lms.CategoryPut>, List<Lms.Answer>> send) {
        List<MoveViews.Gone> gone = new ArrayList<>();
        int batch = settings.lms().batch();
        for (int from = 0; from < paths.size(); from += batch) {
            List<String> some = paths.subList(from, Math.min(paths.size(), from + batch));
            List<Lms.Answer> answers = send.apply(
                    some.stream().map(path -> new Lms.CategoryPut(levels(path))).toList());
            for (int i = 0; i < some.size(); i++) {
                Lms.Answer answer = answers.get(i);
                gone.add(new MoveViews.Gone(
                        some.get(i), answer.done(), answer.message() == null ? "" : answer.message()));
            }
        }
        transaction.executeWithoutResult(status -> ledger.write(
                what,
                term,
                Map.of(
                        "categories",
                        gone.stream()
                                .filter(MoveViews.Gone::done)
                                .map(MoveViews.Gone::path)
                                .toList())));
        return gone;
    }
}
