package chalkline.server.masters;

import chalkline.core.arrivals.Person;
import chalkline.core.arrivals.RegistrarList;
import chalkline.server.arrivals.ArrivalService;
import chalkline.server.arrivals.PeopleOfList;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.ledger.LedgerService;
import chalkline.server.mail.MailQueue;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.UUID;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Who shares masters: instructors and designers, by hand. Whoever shares one is asked before it is put away. */
@Service
public class MasterPeople {

    private final Masters masters;
    private final MasterService service;
    private final MasterShells shells;
    private final ArrivalService arrivals;
    private final MailQueue mail;
    private final LedgerService ledger;
    private final TransactionTemplate transaction;
    private final PeopleOfList peopleOfList;

    MasterPeople(
            Masters masters,
            MasterService service,
            MasterShells shells,
            ArrivalService arrivals,
            MailQueue mail,
            LedgerService ledger,
            TransactionTemplate transaction,
            PeopleOfList peopleOfList) {
        this.peopleOfList = peopleOfList;
        this.masters = masters;
        this.service = service;
        this.shells = shells;
        this.arrivals = arrivals;
        this.mail = mail;
        this.ledger = ledger;
        this.transaction = transaction;
    }

    /** What somebody does with a master. */
    public enum Role {
        INSTRUCTOR,
        DESIGNER;

        /** As the LMS is told. */
        String word() {
            return name().toLowerCase(Locale.ROOT);
        }
    }

    /** People of the list by a part of their name or their address, those who teach first. */
    @May(Right.READ_MASTERS)
    public List<MasterViews.Found> find(String part) {
        return peopleOfList.find(part).stream()
                .map(one -> new MasterViews.Found(one.user(), one.name(), one.email(), one.teaches()))
                .toList();
    }

    private Optional<RegistrarList> list() {
        return arrivals.current().map(arrivals::list);
    }

    @May(Right.CHANGE_MASTERS)
    public MasterViews.Sheet share(String id, String user, Role role) {
        Master master = service.standing(id);
        if (list().map(list -> list.people().get(user)).isEmpty()) {
            throw new Refusal("user", 0, "The list has nobody with the id " + user + ".");
        }
        Optional<Masters.Sharer> before = sharer(id, user);
        if (before.isPresent() && !before.get().role().equals(role.word())) {
            shells.share(master, user, before.get().role(), false);
        }
        shells.share(master, user, role.word(), true);
        transaction.executeWithoutResult(status -> {
            masters.share(new Masters.Sharer(id, user, role.word()), SignedIn.login());
            ledger.write("master shared", id, Map.of("person", user, "role", role.word()));
        });
        return service.sheet();
    }

    @May(Right.CHANGE_MASTERS)
    public MasterViews.Sheet unshare(String id, String user) {
        Master master = service.known(id).master();
        Masters.Sharer one =
                sharer(id, user).orElseThrow(() -> new Refusal("user", 0, "That person does not share this master."));
        shells.share(master, user, one.role(), false);
        transaction.executeWithoutResult(status -> {
            masters.unshare(id, user);
            ledger.write("master shared no longer", id, Map.of("person", user));
        });
        return service.sheet();
    }

    private Optional<Masters.Sharer> sharer(String id, String user) {
        return masters.people().stream()
                .filter(one -> one.master().equals(id) && one.user().equals(user))
                .findFirst();
    }

    /** Asks whoever shares masters, in one message each, whether they are still needed. */
    @May(Right.CHANGE_MASTERS)
    public MasterViews.Asked ask(List<String> ids, String path) {
        Map<String, MasterViews.Row> rows = new HashMap<>();
        service.sheet().masters().forEach(row -> rows.put(row.id(), row));
        Map<String, Person> known = list().map(RegistrarList::people).orElse(Map.of());
        Map<String, List<String>> lines = new TreeMap<>();
        for (String id : ids) {
            service.standing(id);
            MasterViews.Row row = rows.get(id);
            for (MasterViews.Person person : row == null ? List.<MasterViews.Person>of() : row.people()) {
                Person one = known.get(person.user());
                if (one != null && !one.email().isEmpty()) {
                    lines.computeIfAbsent(one.email(), address -> new ArrayList<>())
                            .add(line(row));
                }
            }
        }
        if (lines.isEmpty()) {
            throw new Refusal("Nobody was asked: none of them is shared with anybody who has an address.");
        }
        transaction.executeWithoutResult(status -> {
            String key = "masters-" + UUID.randomUUID();
            lines.forEach((address, about) -> mail.send(
                    key,
                    address,
                    about.size() == 1 ? "Is this master still needed?" : "Are these masters still needed?",
                    List.of(
                            "No shell has started from "
                                    + (about.size() == 1 ? "a master that you share:" : "masters that you share:"),
                            String.join("\n", about),
                            "If nobody needs it any more it will be put away: nothing in it is lost, and it can be taken"
                                    + " out again. Please answer to whoever looks after the shells."),
                    path));
            ids.forEach(masters::asked);
            ledger.write("people asked about masters", "masters", Map.of("masters", ids, "mails", lines.size()));
        });
        return new MasterViews.Asked(lines.size(), service.sheet());
    }

    private static String line(MasterViews.Row row) {
        String used = row.uses().isEmpty()
                ? "never used"
                : "last used in " + row.uses().get(0).term();
        return row.code() + ", " + row.title() + ": " + used;
    }
}
