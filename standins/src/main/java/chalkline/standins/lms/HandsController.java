package chalkline.standins.lms;

import java.util.List;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Lets people do something in the LMS itself, and whoever owns it put it back. */
@RestController
@RequestMapping("/lms/api/trouble")
public class HandsController {
    private final Hands hands;
    private final Shells shells;
    private final Shelves shelves;
    private final Accounts accounts;
    private final Turns turns;
    private final Defects defects;

    HandsController(Hands hands, Shells shells, Shelves shelves, Accounts accounts, Turns turns, Defects defects) {
        this.hands = hands;
        this.shells = shells;
        this.shelves = shelves;
        this.accounts = accounts;
        this.turns = turns;
        this.defects = defects;
    }

    /** It has a defect from then on. */
    @PutMapping("/defect")
    void defect(@RequestParam Defect is) {
        defects.have(is);
    }

    /** A person opens or closes a shell in the LMS itself. */
    @PutMapping("/hand/{key}")
    void openByHand(@PathVariable String key, @RequestParam boolean open) {
        turns.take(() -> hands.open(key, open));
    }

    /** A person gives a shell another title in the LMS itself. */
    @PutMapping("/title/{key}")
    void retitle(@PathVariable String key, @RequestParam String title) {
        turns.take(() -> hands.retitle(key, title));
    }

    /** A person gets an account. */
    @PutMapping("/account")
    void account(@RequestParam String user) {
        turns.take(() -> accounts.make(user));
    }

    /** A person is put into a shell in the LMS itself. */
    @PutMapping("/person/{key}")
    void enrollByHand(@PathVariable String key, @RequestParam String user, @RequestParam String role) {
        turns.take(() -> hands.enroll(key, user, role));
    }

    /** A student works in a shell. */
    @PutMapping("/work/{key}")
    void work(@PathVariable String key) {
        turns.take(() -> hands.work(key));
    }

    @PutMapping("/lock")
    void lock(@RequestBody Wire.Category category, @RequestParam boolean locked) {
        turns.take(() -> shelves.lock(category.levels(), locked));
    }

    /** A person makes a shell in the LMS itself. */
    @PutMapping("/shell")
    void makeByHand(@RequestBody Wire.ShellPut put) {
        turns.take(() -> {
            shelves.put(put.category());
            shells.put(put);
        });
    }

    /** A person deletes a shell in the LMS itself. */
    @DeleteMapping("/shell/{key}")
    void removeByHand(@PathVariable String key) {
        turns.take(() -> shells.remove(key, null));
    }

    /** The LMS is put back to an older state: what was made since is gone, and nothing remembers it. */
    @PutMapping("/restore")
    void restore(@RequestParam long mark) {
        turns.take(() -> shells.restore(mark));
    }

    /** A person closes a shell, or lets it be open again. */
    @PutMapping("/closed/{key}")
    void close(@PathVariable String key, @RequestParam boolean closed) {
        turns.take(() -> hands.close(key, closed));
    }

    /** An instructor enters a shell. */
    @PutMapping("/visit/{key}")
    void enter(@PathVariable String key, @RequestParam String user) {
        turns.take(() -> hands.enter(key, user));
    }

    /** An instructor changes what is in a shell. */
    @PutMapping("/content/{key}")
    void edit(@PathVariable String key) {
        turns.take(() -> hands.edit(key));
    }

    /** All instructors of a term enter their shells and work on them. */
    @PutMapping("/prepared")
    void everybodyPrepares(@RequestParam String term) {
        turns.take(() -> hands.everybodyPrepares(term));
    }

    /** Some shells of a term are changed here and there, each in one way. */
    @PutMapping("/drift")
    List<Wire.Done> drift(@RequestParam String term, @RequestParam int count, @RequestParam long seed) {
        return turns.take(() -> hands.drift(term, count, seed));
    }
}
