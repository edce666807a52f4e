package chalkline.server.templates;

import chalkline.core.naming.Digest;
import chalkline.core.naming.Text;
import chalkline.core.templates.Template;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import chalkline.formats.cartridge.Cartridge;
import chalkline.formats.cartridge.CartridgeReader;
import chalkline.formats.cartridge.CartridgeWriter;
import chalkline.server.frame.Conflict;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.Refusal;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.ledger.Changed;
import chalkline.server.ledger.LedgerService;
import chalkline.server.people.PeopleService;
import chalkline.server.policy.May;
import chalkline.server.policy.Right;
import java.io.InputStream;
import java.time.Instant;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.ReentrantLock;
import java.util.stream.Collectors;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.databind.json.JsonMapper;

/** The templates, each in all its versions. A change is a new version; the one before stays as it was. */
@Service
public class TemplateService {
    private final TemplateVersions versions;
    private final TemplateFiles files;
    private final LedgerService ledger;
    private final PeopleService people;
    private final JsonMapper json;
    private final Time time;
    private final ReentrantLock reading = new ReentrantLock();

    TemplateService(
            TemplateVersions versions,
            TemplateFiles files,
            LedgerService ledger,
            PeopleService people,
            JsonMapper json,
            Time time) {
        this.time = time;
        this.versions = versions;
        this.files = files;
        this.ledger = ledger;
        this.people = people;
        this.json = json;
    }

    /** A version of a template without its content; {@code number} is 0 for one that was never kept. */
    public record About(String id, String title, int number, Instant keptAt, String keptBy, String note) {}

    /** The current version of a template with its content. */
    public record View(About about, TemplateDraft draft) {}

    /** What a file or a shell gives as a template, not kept yet. */
    public record Imported(TemplateDraft draft, List<String> leftOut) {}

    /** All templates, by title. */
    @May(Right.READ_TEMPLATES)
    @Transactional(readOnly = true)
    public List<About> list() {
        return versions.current().stream().map(this::about).toList();
    }

    /** All templates by what conventions call them. */
    @Transactional(readOnly = true)
    public Map<String, Template> current() {
        Map<String, Template> templates = new LinkedHashMap<>();
        versions.current()
                .forEach(version ->
                        templates.put(version.key().templateId(), draft(version).toCore()));
        return templates;
    }

    /** The numbers of the current versions, by template. */
    @Transactional(readOnly = true)
    public Map<String, Integer> numbers() {
        Map<String, Integer> numbers = new LinkedHashMap<>();
        versions.current()
                .forEach(version ->
                        numbers.put(version.key().templateId(), version.key().number()));
        return numbers;
    }

    /** Templates as they were at some versions. */
    @Transactional(readOnly = true)
    public Map<String, Template> of(Map<String, Integer> numbers) {
        Map<String, Template> templates = new LinkedHashMap<>();
        numbers.forEach((id, number) -> versions.findById(new TemplateVersion.Key(id, number))
                .ifPresent(version -> templates.put(id, draft(version).toCore())));
        return templates;
    }

    @May(Right.READ_TEMPLATES)
    @Transactional(readOnly = true)
    public View view(String id) {
        TemplateVersion last = last(id);
        return new View(about(last), draft(last));
    }

    /**
     * Keeps a template as a new version.
     *
     * @param basedOn the version that was edited; 0 for a new template
     * @throws Conflict where that version is no longer the last
     */
    @May(Right.CHANGE_TEMPLATES)
    @Transactional
    public View keep(TemplateDraft draft, int basedOn, String note) {
        draft.toCore();
        draft.checkLinks();
        for (Map.Entry<String, String> file : draft.files().entrySet()) {
            if (!files.existsById(file.getValue())) {
                throw new Refusal("files", 0, "The file " + file.getKey() + " was never brought in.");
            }
        }
        return save(draft, basedOn, false, note);
    }

    /** Keeps templates to begin with, unless there are some. */
    @Transactional
    public void keepFirst(List<TemplateDraft> drafts, String note) {
        if (versions.count() == 0) {
            drafts.forEach(draft -> save(draft, 0, false, note));
        }
    }

    /** Takes a template out. Its versions stay; shells that were built from it stay as they are. */
    @May(Right.CHANGE_TEMPLATES)
    @Transactional
    public void takeOut(String id, int basedOn) {
        save(draft(last(id)), basedOn, true, "taken out");
    }

    private View save(TemplateDraft draft, int basedOn, boolean gone, String note) {
        TemplateVersion before = versions.last(draft.id()).orElse(null);
        boolean fresh = before == null || before.isGone();
        int now = before == null ? 0 : before.key().number();
        if (fresh ? basedOn != 0 : basedOn != now) {
            throw new Conflict(
                    basedOn == 0
                            ? "There is a template “" + draft.id() + "” already; give this one another name."
                            : "This template was changed meanwhile"
                                    + (before == null ? "" : " by " + people.nameOf(before.keptBy()))
                                    + ". Nothing was overwritten.");
        }
        TemplateVersion version = new TemplateVersion(
                new TemplateVersion.Key(draft.id(), now + 1),
                draft.title(),
                json.writeValueAsString(draft),
                gone,
                SignedIn.login(),
                note,
                time.now());
        try {
            versions.saveAndFlush(version);
        } catch (DataIntegrityViolationException e) {
            throw new Conflict("This template was kept by someone else at the same moment.");
        }
        Map<String, Object> told = new HashMap<>(Map.of("after", "version " + (now + 1), "note", note));
        if (!fresh) {
            told.put("before", "version " + now);
            told.putAll(Changed.between(
                    json.readTree(before.content()), gone ? json.createObjectNode() : json.valueToTree(draft)));
        }
        ledger.write(gone ? "template taken out" : "template kept", draft.id(), told);
        return new View(about(version), draft);
    }

    /** Reads a Common Cartridge; its files are kept, the template itself not yet. */
    @May(Right.CHANGE_TEMPLATES)
    @Transactional
    public Imported bring(String fileName, InputStream content) {
        Cartridge cartridge;
        // one at a time: unpacked, a cartridge may take a good part of the memory
        reading.lock();
        try {
            cartridge = CartridgeReader.read(fileName, content);
        } catch (FaultyFileException e) {
            throw new Refusal(
                    "file", 0, e.faults().stream().map(Fault::toString).collect(Collectors.joining("\n")));
        } finally {
            reading.unlock();
        }
        Map<String, String> hashes = new HashMap<>();
        cartridge.files().forEach((path, bytes) -> {
            String hash = Digest.of(bytes);
            hashes.put(path, hash);
            if (!files.existsById(hash)) {
                files.save(new TemplateFile(hash, bytes));
            }
        });
        return new Imported(TemplateDraft.of(cartridge.template(), hashes), cartridge.leftOut());
    }

    /** The last version of a template as a Common Cartridge. */
    @May(Right.READ_TEMPLATES)
    @Transactional(readOnly = true)
    public byte[] cartridge(String id) {
        TemplateDraft draft = draft(last(id));
        Map<String, byte[]> contents = new HashMap<>();
        draft.files()
                .forEach((path, hash) -> files.findById(hash).ifPresent(file -> contents.put(path, file.content())));
        return CartridgeWriter.write(draft.toCore(), contents);
    }

    private TemplateVersion last(String id) {
        return versions.last(Text.trim(id))
                .filter(version -> !version.isGone())
                .orElseThrow(() -> new NotFound("There is no template “" + id + "”."));
    }

    private TemplateDraft draft(TemplateVersion version) {
        return json.readValue(version.content(), TemplateDraft.class);
    }

    private About about(TemplateVersion version) {
        return new About(
                version.key().templateId(),
                version.title(),
                version.key().number(),
                version.keptAt(),
                people.nameOf(version.keptBy()),
                version.note());
    }
}
