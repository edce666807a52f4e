package chalkline.server.access;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.arrivals.Section;
import chalkline.core.conventions.Setting;
import chalkline.core.naming.Labels;
import chalkline.core.proof.ProofRow;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.arrivals.PeopleOfList;
import chalkline.server.lms.HeldService;
import chalkline.server.lms.Lms;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.May;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import chalkline.server.proof.ProofKey;
import chalkline.server.proof.ProofService;
import chalkline.server.proof.Reached;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Tells who is in a shell, where each comes from, and how others come in. */
@Service
class ShellAccess {
    private final ProofService proofs;
    private final Reached reached;
    private final ArrivalService arrivals;
    private final HeldService held;
    private final ShellPeople shellPeople;
    private final EntryCodes codes;
    private final PeopleOfList list;
    private final PeopleService people;

    ShellAccess(
            ProofService proofs,
            Reached reached,
            ArrivalService arrivals,
            HeldService held,
            ShellPeople shellPeople,
            EntryCodes codes,
            PeopleOfList list,
            PeopleService people) {
        this.proofs = proofs;
        this.reached = reached;
        this.arrivals = arrivals;
        this.held = held;
        this.shellPeople = shellPeople;
        this.codes = codes;
        this.list = list;
        this.people = people;
    }

    @MayPartly(Right.SHARE_SHELLS)
    public AccessViews.Access of(String term, String key) {
        ProofKey proof = proofs.now(term);
        ProofRow row = reached.row(proof, key, Right.SHARE_SHELLS);
        RegistrarList known = arrivals.list(proof.arrival());
        Map<String, String> names = people.names();
        List<AccessViews.Member> members = new ArrayList<>(listed(row));
        for (ShellPeople.LetIn one : shellPeople.of(term, key)) {
            Person person = known.people().get(one.user());
            members.add(new AccessViews.Member(
                    one.id(),
                    one.user(),
                    person == null ? one.user() : person.fullName(),
                    person == null ? "" : person.email(),
                    one.role().word(),
                    AccessViews.From.LET_IN,
                    names.getOrDefault(one.by(), one.by()),
                    one.until().map(LocalDate::toString).orElse(null),
                    one.reason(),
                    one.told()));
        }
        members.addAll(byHand(proof, row, members, known));
        return new AccessViews.Access(
                key,
                row.code(),
                ShellPeople.standing(row).isPresent(),
                members,
                Arrays.stream(row.value(Setting.ENTRY).split("[ ,]+"))
                        .filter(way -> !way.isEmpty())
                        .toList(),
                code(term, key, names),
                true);
    }

    private AccessViews.@Nullable Code code(String term, String key, Map<String, String> names) {
        return codes.of(term, key)
                .map(one -> new AccessViews.Code(
                        one.code(),
                        one.until().map(LocalDate::toString).orElse(null),
                        names.getOrDefault(one.madeBy(), one.madeBy()),
                        one.madeAt(),
                        one.told()))
                .orElse(null);
    }

    private static List<AccessViews.Member> listed(ProofRow row) {
        Map<String, Person> persons = new LinkedHashMap<>();
        Map<String, List<String>> through = new LinkedHashMap<>();
        for (Section section : row.shell().map(shell -> shell.sections()).orElse(List.of())) {
            for (Person person : section.instructors()) {
                persons.put(person.id(), person);
                through.computeIfAbsent(person.id(), id -> new ArrayList<>())
                        .add(Labels.of(List.of(section), 1).label());
            }
        }
        return persons.values().stream()
                .map(person -> new AccessViews.Member(
                        0,
                        person.id(),
                        person.fullName(),
                        person.email(),
                        "instructor",
                        AccessViews.From.LIST,
                        String.join(", ", through.get(person.id())),
                        null,
                        "",
                        true))
                .toList();
    }

    private List<AccessViews.Member> byHand(
            ProofKey proof, ProofRow row, List<AccessViews.Member> known, RegistrarList all) {
        Optional<Lms.Facts> facts =
                ShellPeople.standing(row).map(there -> held.facts(proof.held()).get(there));
        return facts.map(Lms.Facts::byHand).orElse(List.of()).stream()
                .filter(member -> !member.role().equals("student"))
                .filter(member -> known.stream().noneMatch(one -> one.user().equals(member.user())))
                .map(member -> {
                    Person person = all.people().get(member.user());
                    return new AccessViews.Member(
                            0,
                            member.user(),
                            person == null ? member.user() : person.fullName(),
                            person == null ? "" : person.email(),
                            member.role(),
                            AccessViews.From.BY_HAND,
                            "",
                            null,
                            "",
                            true);
                })
                .collect(Collectors.toList());
    }

    /** People of the list by a part of their name, those who teach first; of the others no address is told. */
    @May(Right.FIND_PEOPLE)
    public List<PeopleOfList.Found> find(String part) {
        return list.find(part).stream()
                .map(one -> one.teaches() ? one : new PeopleOfList.Found(one.user(), one.name(), "", false))
                .toList();
    }
}
