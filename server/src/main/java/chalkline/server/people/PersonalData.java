package chalkline.server.people;

import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.OfPeople;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.Somebody;
import chalkline.server.ledger.LedgerService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.util.Collection;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.function.Function;
import java.util.stream.Collectors;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** All that is kept of one person: to be handed over, or to be taken out. */
@Service
class PersonalData {
    /** What the ledger calls it; entries are of the sign-in name, where there was one. */
    static final String ERASED = "personal data erased";

    private final List<OfPeople> all;
    private final LedgerService ledger;

    PersonalData(List<OfPeople> all, LedgerService ledger) {
        this.all = all;
        this.ledger = ledger;
    }

    /**
     * What is kept of somebody.
     *
     * @param inTheWay why nothing can be taken out now, each with what to do first
     */
    record Kept(String login, String person, List<Part> parts, List<String> inTheWay) {}

    /** @param stays what of it would stay, and why; empty where all of it goes */
    record Part(String what, int rows, String stays) {}

    /**
     * How much is kept of whom.
     *
     * @param text a sign-in name, a number in the registrar's lists, a user name or an address
     */
    @May(Right.MANAGE_PEOPLE)
    @Transactional(readOnly = true)
    public Kept look(String text) {
        Somebody who = who(text);
        return new Kept(
                who.login(),
                who.person(),
                all.stream()
                        .map(of -> new Part(of.what(), of.count(who), of.stays()))
                        .filter(part -> part.rows() > 0)
                        .toList(),
                inTheWay(who));
    }

    /** All of it, by what it is. */
    @May(Right.MANAGE_PEOPLE)
    @Transactional
    public Map<String, List<Map<String, String>>> handOver(String text) {
        Somebody who = who(text);
        Map<String, List<Map<String, String>>> kept = new TreeMap<>();
        for (OfPeople of : all) {
            List<Map<String, String>> rows =
                    of.kept(who).stream().map(PersonalData::asText).toList();
            if (!rows.isEmpty()) {
                kept.put(of.what(), rows);
            }
        }
        note("personal data handed over", who, counts(kept));
        return kept;
    }

    private static Map<String, Integer> counts(Map<String, ? extends Collection<?>> kept) {
        return kept.entrySet().stream()
                .collect(Collectors.toMap(
                        Map.Entry::getKey, part -> part.getValue().size()));
    }

    private static Map<String, String> asText(Map<String, Object> row) {
        Map<String, String> text = new LinkedHashMap<>();
        row.forEach((name, value) -> text.put(name, value == null ? "" : value.toString()));
        return text;
    }

    /** Takes it out, all together or nothing; how many rows of what. */
    @May(Right.MANAGE_PEOPLE)
    @Transactional
    public Map<String, Integer> erase(String text) {
        Somebody who = who(text);
        List<String> inTheWay = inTheWay(who);
        if (!inTheWay.isEmpty()) {
            throw new Conflict("Nothing was erased. " + String.join(" ", inTheWay));
        }
        Map<String, Integer> gone = new TreeMap<>();
        all.forEach(of -> gone.put(of.what(), of.takeOut(who)));
        gone.values().removeIf(rows -> rows == 0);
        note(ERASED, who, gone);
        return gone;
    }

    private List<String> inTheWay(Somebody who) {
        return all.stream()
                .map(of -> of.inTheWay(who))
                .flatMap(Optional::stream)
                .toList();
    }

    private void note(String what, Somebody who, Map<String, Integer> rows) {
        ledger.write(
                what, who.login().isEmpty() ? who.person() : who.login(), Map.of("person", who.person(), "rows", rows));
    }

    /** The one who is meant; an account and a person of the lists that go together are one. */
    private Somebody who(String text) {
        String name = text.strip();
        Set<Somebody> found = meant(named(name), name);
        Set<String> people = of(found, Somebody::person);
        // whoever was found by address or sign-in name is known to others by number
        for (String person : people) {
            named(person).stream().filter(one -> one.person().equals(person)).forEach(found::add);
        }
        Set<String> logins = of(found, Somebody::login);
        if (found.isEmpty()) {
            throw new NotFound("Nobody is kept by that name, number or address.");
        }
        boolean apart = found.stream().anyMatch(one -> one.person().isEmpty()) && !people.isEmpty();
        if (people.size() > 1 || logins.size() > 1 || apart) {
            Set<String> all = new TreeSet<>(people);
            all.addAll(logins);
            throw new Refusal(
                    "who",
                    0,
                    "Several people go by that: " + String.join(", ", all)
                            + ". Give the number in the registrar's list, or the sign-in name.");
        }
        return new Somebody(
                logins.stream().findFirst().orElse(""),
                people.stream().findFirst().orElse(""),
                together(found, Somebody::usernames),
                together(found, Somebody::addresses));
    }

    /** A sign-in name is one person's, and so is a number; what else people go by, several may share. */
    private static Set<Somebody> meant(Set<Somebody> found, String name) {
        for (Function<Somebody, String> own : List.<Function<Somebody, String>>of(Somebody::login, Somebody::person)) {
            Set<Somebody> one =
                    found.stream().filter(each -> own.apply(each).equals(name)).collect(Collectors.toSet());
            if (!one.isEmpty()) {
                return one;
            }
        }
        return new HashSet<>(found);
    }

    private static Set<String> of(Set<Somebody> found, Function<Somebody, String> what) {
        return found.stream().map(what).filter(id -> !id.isEmpty()).collect(Collectors.toSet());
    }

    private Set<Somebody> named(String text) {
        return text.isEmpty()
                ? Set.of()
                : all.stream().flatMap(of -> of.named(text).stream()).collect(Collectors.toSet());
    }

    private static Set<String> together(Set<Somebody> found, Function<Somebody, Set<String>> of) {
        return found.stream().flatMap(one -> of.apply(one).stream()).collect(Collectors.toSet());
    }
}
