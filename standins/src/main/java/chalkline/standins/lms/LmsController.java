package chalkline.standins.lms;

import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import java.util.function.Function;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.ExceptionHandler;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.server.ResponseStatusException;

/** The LMS stand-in's API: the verbs of the LMS port as JSON over HTTP. */
@RestController
@RequestMapping("/lms/api")
public class LmsController {
    private static final String KEY = "Idempotency-Key";
    private static final int LARGEST_PAGE = 200;

    private final Shelves shelves;
    private final Shells shells;
    private final Outlines outlines;
    private final Copies copies;
    private final Answered answered;
    private final Mischief mischief;
    private final Turns turns;
    private final Effects effects;
    private final Gate gate;

    LmsController(
            Shelves shelves,
            Shells shells,
            Outlines outlines,
            Copies copies,
            Answered answered,
            Mischief mischief,
            Turns turns,
            Effects effects,
            Gate gate) {
        this.shelves = shelves;
        this.shells = shells;
        this.outlines = outlines;
        this.copies = copies;
        this.answered = answered;
        this.mischief = mischief;
        this.turns = turns;
        this.effects = effects;
        this.gate = gate;
    }

    @GetMapping("/categories")
    List<Wire.ListedCategory> categories() {
        return shelves.all();
    }

    @GetMapping("/shells")
    Wire.Page<Wire.Shell> shells(
            @RequestParam(defaultValue = "0") long since,
            @RequestParam(defaultValue = "0") long after,
            @RequestParam(defaultValue = "100") int limit) {
        long mark = shells.mark();
        if (since > mark) {
            throw new ResponseStatusException(HttpStatus.GONE, "This mark was never given.");
        }
        int size = Math.min(limit, LARGEST_PAGE);
        List<Wire.Shell> items = shells.changedSince(since, after, size);
        String next = items.size() < size
                ? null
                : Long.toString(items.get(items.size() - 1).id());
        return new Wire.Page<>(items, next, mark, after == 0 && since > 0 ? shells.removedSince(since) : List.of());
    }

    @GetMapping("/shells/{key}/people")
    List<Wire.Person> people(@PathVariable String key) {
        return shells.people(shells.standing(key).id());
    }

    /** What a student sees: the shells that the student is in, and from when to when each can be entered. */
    @GetMapping("/people/{user}/shells")
    List<Wire.Entry> entries(@PathVariable String user) {
        return shells.entriesOf(user);
    }

    @PutMapping("/categories")
    Wire.Answers putCategories(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.Category> batch) {
        return answer(key, batch, category -> Wire.Answer.made(shelves.put(category.levels())));
    }

    @PutMapping("/shells")
    Wire.Answers putShells(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.ShellPut> batch) {
        return answer(key, batch, put -> {
            boolean made = shells.put(put);
            return new Wire.Answer(true, null, null, null, shells.markOf(put.key()), made);
        });
    }

    @PutMapping("/names")
    Wire.Answers rename(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.Rename> batch) {
        return each(key, batch, shells::rename, Wire.Rename::newKey);
    }

    @PutMapping("/people")
    Wire.Answers changePeople(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.PeopleChange> batch) {
        return each(key, batch, shells::changePeople, Wire.PeopleChange::key);
    }

    @PutMapping("/closed")
    Wire.Answers close(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.Closing> batch) {
        return each(
                key, batch, item -> shells.close(item.key(), !Boolean.FALSE.equals(item.closed())), Wire.Closing::key);
    }

    /** Archives shells, or lets them be as they were. */
    @PutMapping("/archived")
    Wire.Answers archive(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.Archiving> batch) {
        return each(
                key,
                batch,
                item -> shells.archive(item.key(), !Boolean.FALSE.equals(item.archived())),
                Wire.Archiving::key);
    }

    /** Lets people enter shells longer than the others. */
    @PutMapping("/extensions")
    Wire.Answers extend(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.Extension> batch) {
        return each(key, batch, shells::extend);
    }

    /** Gives shells a word to enter with, or takes it from them. */
    @PutMapping("/entry-codes")
    Wire.Answers putEntryCodes(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.EntryCode> batch) {
        return each(key, batch, shells::putEntryCode);
    }

    /** Deletes shells that did not change since. */
    @PostMapping("/removals")
    Wire.Answers remove(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.Removal> batch) {
        return each(key, batch, item -> shells.remove(item.key(), item.ifMark()));
    }

    /** Takes out categories that nothing is in. */
    @PostMapping("/categories/removals")
    Wire.Answers removeCategories(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.Category> batch) {
        return each(key, batch, item -> shelves.remove(item.levels()));
    }

    /** Who is in some shells, in their order. */
    @PostMapping("/people/lookups")
    List<List<Wire.Person>> lookUp(@RequestBody Wire.Keys keys) {
        return keys.keys().stream().map(this::people).toList();
    }

    @PostMapping("/copies")
    Wire.Answers copy(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.Copy> batch) {
        return answer(key, batch, item -> Wire.Answer.started(copies.start(item)));
    }

    @GetMapping("/shells/{key}/outline")
    List<Wire.Unit> outline(@PathVariable String key) {
        shells.standing(key);
        return outlines.of(key);
    }

    @PutMapping("/templates")
    Wire.Answers putTemplates(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.TemplatePut> batch) {
        return each(key, batch, outlines::putTemplate);
    }

    @PutMapping("/outlines")
    Wire.Answers putOutlines(@RequestHeader(KEY) String key, @RequestBody Wire.Batch<Wire.OutlinePut> batch) {
        return each(key, batch, outlines::put, Wire.OutlinePut::key);
    }

    /** How copies stand that were begun. */
    @GetMapping("/copies")
    Wire.Jobs jobs(@RequestParam List<Long> job) {
        return turns.take(() -> copies.ask(job));
    }

    @PutMapping("/trouble")
    void trouble(@RequestBody Wire.Trouble trouble) {
        mischief.set(trouble);
    }

    @GetMapping("/trouble")
    Wire.Trouble trouble() {
        return mischief.now();
    }

    /** What was done in truth since the LMS was filled. */
    @GetMapping("/effects")
    Map<String, Wire.Effect> effects() {
        Map<String, Wire.Effect> all = effects.all();
        all.put("answered", new Wire.Effect(gate.answered(), 0, List.of()));
        return all;
    }

    private <T> Wire.Answers each(String key, Wire.Batch<T> batch, Consumer<T> work) {
        return answer(key, batch, item -> {
            work.accept(item);
            return Wire.Answer.yes();
        });
    }

    /** What changes a shell is answered with the shell's new mark. */
    private <T> Wire.Answers each(String key, Wire.Batch<T> batch, Consumer<T> work, Function<T, String> shell) {
        return answer(key, batch, item -> {
            work.accept(item);
            return Wire.Answer.changed(shells.markOf(shell.apply(item)));
        });
    }

    private <T> Wire.Answers answer(String key, Wire.Batch<T> batch, Function<T, Wire.Answer> work) {
        if (batch.items().size() > mischief.largestBatch()) {
            throw new ResponseStatusException(
                    HttpStatus.BAD_REQUEST, "At most " + mischief.largestBatch() + " items a call.");
        }
        return answered.once(key, batch, work);
    }

    @ExceptionHandler(Answered.KeyReused.class)
    @ResponseStatus(HttpStatus.UNPROCESSABLE_CONTENT)
    void keyReused() {
        // the status says it
    }

    @ExceptionHandler(Refused.class)
    @ResponseStatus(HttpStatus.NOT_FOUND)
    void missing() {
        // the status says it
    }
}
