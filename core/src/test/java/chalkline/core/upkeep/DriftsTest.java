package chalkline.core.upkeep;

import static org.assertj.core.api.Assertions.assertThat;

import chalkline.core.Lists;
import chalkline.core.arrivals.AcademicSession;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.conventions.Conventions;
import chalkline.core.conventions.Kept;
import chalkline.core.conventions.SectionOverride;
import chalkline.core.conventions.Setting;
import chalkline.core.conventions.Value;
import chalkline.core.naming.YesNo;
import chalkline.core.proof.Action;
import chalkline.core.proof.Campuses;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.Proof;
import chalkline.core.proof.ProofRow;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** Whatever people do to shells of any campus is found, and nothing else; what is kept as theirs no proof changes again. */
class DriftsTest {
    private static final ZoneId ZONE = ZoneId.of("America/Halifax");
    private static final int ROUNDS = 150;

    /** A term that stands as its proof has it, and what somebody does to it. */
    private static final class Term {
        private final RegistrarList list;
        private final AcademicSession term;
        private final Conventions rules;
        private final Random random;
        private final Map<String, HeldShell> built = new HashMap<>();
        private final Map<String, HeldShell> held = new HashMap<>();
        private final Map<String, Set<String>> byHand = new HashMap<>();
        private final Set<String> done = new TreeSet<>();

        Term(long seed) {
            Campuses campus = new Campuses(seed);
            Lists lists = campus.lists();
            list = lists.list();
            term = list.term("27SP").orElseThrow();
            rules = campus.conventions();
            random = new Random(seed);
            for (ProofRow row : Proof.of(list, term, rules, List.of()).rows()) {
                if (row.action() == Action.BUILD) {
                    built.put(row.key(), Campuses.heldAs(row, row.key(), false));
                }
            }
            held.putAll(built);
        }

        Proof proof(Conventions under) {
            return Proof.of(list, term, under, held.values());
        }

        void meddle() {
            for (HeldShell shell : built.values()) {
                if (random.nextInt(3) == 0) {
                    meddle(shell);
                }
            }
        }

        private void meddle(HeldShell shell) {
            String key = shell.key();
            switch (random.nextInt(6)) {
                case 0 -> put(shell, Setting.TITLE, "{Odd} [title] \\ " + random.nextInt(100));
                case 1 -> put(shell, Setting.OPENS, "2026-12-24T08:0" + random.nextInt(10) + ":00-04:00");
                case 2 -> put(shell, Setting.CATEGORY, "Elsewhere / Corner " + random.nextInt(3));
                case 3 -> {
                    held.put(key, with(shell, shell.values(), true));
                    done.add(key + " closed");
                }
                case 4 -> {
                    held.remove(key);
                    done.add(key + " shell");
                }
                default -> {
                    byHand.put(key, Set.of("guest"));
                    done.add(key + " byHand");
                }
            }
        }

        private void put(HeldShell shell, Setting setting, String value) {
            Map<Setting, String> values = new EnumMap<>(shell.values());
            values.put(setting, value);
            held.put(shell.key(), with(shell, values, false));
            done.add(shell.key() + " " + setting.key());
        }

        private static HeldShell with(HeldShell shell, Map<Setting, String> values, boolean closed) {
            return new HeldShell(
                    shell.key(),
                    shell.term(),
                    shell.code(),
                    values,
                    shell.lead(),
                    shell.sections(),
                    shell.sectionWindows(),
                    shell.rosters(),
                    shell.activity(),
                    shell.openByHand(),
                    closed);
        }

        List<Drift> drifts(Conventions under) {
            return Drifts.of(proof(under).rows(), built, byHand);
        }
    }

    private static Set<String> names(List<Drift> drifts) {
        Set<String> names = new TreeSet<>();
        drifts.forEach(drift -> names.add(drift.key() + " " + drift.field()));
        return names;
    }

    @Test
    void whatPeopleDidIsFoundAndNothingElse() {
        long seed = System.nanoTime();
        int all = 0;
        for (int round = 0; round < ROUNDS; round++) {
            Term term = new Term(seed + round);
            assertThat(names(term.drifts(term.rules)))
                    .as("seed %d, as built", seed + round)
                    .isEmpty();
            term.meddle();
            assertThat(names(term.drifts(term.rules)))
                    .as("seed %d", seed + round)
                    .isEqualTo(term.done);
            all += term.done.size();
        }
        assertThat(all).isGreaterThan(ROUNDS);
    }

    @Test
    void whatIsKeptAsTheirsHasDriftedNoMoreAndStaysUnderAnyLayer() {
        long seed = System.nanoTime();
        int kept = 0;
        for (int round = 0; round < ROUNDS; round++) {
            Term term = new Term(seed + round);
            term.meddle();
            Map<String, ProofRow> rows = new HashMap<>();
            term.proof(term.rules).rows().forEach(row -> rows.put(row.key(), row));
            KeepTheirs keep = new KeepTheirs(ZONE);
            Set<String> refused = new TreeSet<>();
            for (Drift drift : term.drifts(term.rules)) {
                keep.take(rows.get(drift.key()), drift, Map.of())
                        .ifPresent(why -> refused.add(drift.key() + " " + drift.field()));
            }
            Conventions after = with(term.rules, keep);
            Set<String> left = names(term.drifts(after));
            // what a layer fixes no override changes
            left.removeIf(name -> isFixed(term.rules, name));
            assertThat(left).as("seed %d", seed + round).isEqualTo(refused);
            kept += term.done.size() - refused.size();
        }
        assertThat(kept).isGreaterThan(ROUNDS);
    }

    private static boolean isFixed(Conventions rules, String name) {
        Optional<Setting> setting = Setting.named(name.substring(name.indexOf(' ') + 1));
        return setting.isPresent()
                && rules.layers().stream().anyMatch(layer -> layer.fix().contains(setting.get()));
    }

    private static Conventions with(Conventions rules, KeepTheirs keep) {
        List<SectionOverride> overrides = new ArrayList<>(rules.overrides());
        keep.values().forEach((section, set) -> overrides.add(new SectionOverride(section, set)));
        return rules.withOverrides(overrides).withKept(keep.kept("asked for"));
    }

    @Test
    void whatTheListOrTheConventionsChangedIsNoDrift() {
        Term term = new Term(7);
        Conventions other = new Campuses(8).conventions();
        assertThat(names(term.drifts(other))).isEmpty();
    }

    @Test
    void whatSomebodyBroughtToWhereItIsToBeIsNoDrift() {
        Term term = new Term(11);
        HeldShell shell = term.built.values().iterator().next();
        Map<Setting, String> values = new EnumMap<>(shell.values());
        values.put(Setting.TITLE, "What the conventions say by now");
        term.held.put(shell.key(), Term.with(shell, values, false));
        List<SectionOverride> overrides = new ArrayList<>(term.rules.overrides());
        overrides.add(new SectionOverride(
                shell.lead().orElseThrow(), Map.of(Setting.TITLE, known("What the conventions say by now"))));
        assertThat(names(term.drifts(term.rules))).containsExactly(shell.key() + " title");
        assertThat(names(term.drifts(term.rules.withOverrides(overrides)))).isEmpty();
    }

    private static Value known(String title) {
        try {
            return Value.of(Setting.TITLE, title);
        } catch (chalkline.core.conventions.ValueException e) {
            throw new IllegalStateException(e);
        }
    }

    @Test
    void aShellThatNoListHasStaysWhereThatIsKept() {
        Term term = new Term(3);
        HeldShell stray = new HeldShell(
                "s:gone",
                "27SP",
                "27sp-gone",
                Map.of(Setting.TITLE, "Gone", Setting.OPEN, YesNo.write(true)),
                Optional.of("gone"),
                Optional.of(List.of("gone")),
                false,
                false,
                false);
        term.held.put("s:gone", stray);
        assertThat(term.proof(term.rules).rows())
                .anyMatch(row -> row.key().equals("s:gone") && row.action() == Action.CLOSE);
        Conventions kept = term.rules.withKept(
                List.of(new Kept("gone", Set.of("standing"), List.of(), List.of(), "the chair asked")));
        assertThat(term.proof(kept).rows()).noneMatch(row -> row.key().equals("s:gone"));
    }
}
