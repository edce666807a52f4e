package chalkline.server.proof;

import chalkline.core.arrivals.ListedClass;
import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.core.naming.Text;
import chalkline.core.proof.HeldShell;
import chalkline.core.proof.ProofRow;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.lms.AtOnce;
import chalkline.server.lms.Lms;
import chalkline.server.lms.LmsReading;
import chalkline.server.lms.Members;
import chalkline.server.policy.MayPartly;
import chalkline.server.policy.Right;
import java.util.Collection;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;

/** Who comes into a shell that stands and who leaves it, by name. The LMS is asked who is in it now. */
@Service
class RosterService {
    private final Reached reached;
    private final ArrivalService arrivals;
    private final LmsReading lms;

    RosterService(Reached reached, ArrivalService arrivals, @AtOnce LmsReading lms) {
        this.reached = reached;
        this.arrivals = arrivals;
        this.lms = lms;
    }

    /** Nobody, where the shell does not stand yet or is only closed. */
    @MayPartly(Right.READ_ROSTERS)
    public ProofViews.Roster of(String term, String versions, String key) {
        ProofKey proofKey = ProofKey.of(term, versions);
        ProofRow row = reached.row(proofKey, key, Right.READ_ROSTERS);
        if (row.held().isEmpty() || row.shell().isEmpty()) {
            return new ProofViews.Roster(List.of(), List.of());
        }
        HeldShell held = row.held().get();
        Set<Lms.Member> now = Members.throughSections(lms.people(held.key()));
        Set<Lms.Member> wanted = Members.of(row.shell().get());
        RegistrarList list = arrivals.list(proofKey.arrival());
        return new ProofViews.Roster(missing(wanted, now, list), missing(now, wanted, list));
    }

    private static List<ProofViews.Member> missing(
            Collection<Lms.Member> members, Set<Lms.Member> in, RegistrarList list) {
        return members.stream()
                .filter(member -> !in.contains(member))
                .map(member -> view(member, list))
                .sorted(Comparator.comparing(ProofViews.Member::section, Text.NATURAL)
                        .thenComparing(ProofViews.Member::role)
                        .thenComparing(ProofViews.Member::name, Text.BY_CODE_POINT))
                .toList();
    }

    /** Whoever the list no longer has is named by the sourcedId. */
    private static ProofViews.Member view(Lms.Member member, RegistrarList list) {
        Person person = list.people().get(member.user());
        ListedClass section = list.classes().get(member.section());
        return new ProofViews.Member(
                person == null ? member.user() : person.fullName(),
                member.role(),
                section == null ? member.section() : section.classCode());
    }
}
