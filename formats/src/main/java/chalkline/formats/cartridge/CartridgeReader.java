package chalkline.formats.cartridge;

import chalkline.core.Bounds;
import chalkline.core.naming.Plain;
import chalkline.core.templates.Due;
import chalkline.core.templates.Item;
import chalkline.core.templates.ItemKind;
import chalkline.core.templates.Template;
import chalkline.core.templates.Unit;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.InputStream;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.w3c.dom.Element;

/**
 * Reads a Common Cartridge (1EdTech, versions 1.0 to 1.3): its organization becomes units, its resources their items.
 * What a template does not keep is named in the list of what was left out.
 */
public final class CartridgeReader {
    private final Map<String, byte[]> files;
    private final Map<String, Element> resources = new HashMap<>();
    private final Map<String, byte[]> kept = new TreeMap<>();
    private final List<String> leftOut = new ArrayList<>();
    private final Resources contents;

    private String templateInstruction = "";
    private String weekTitle = Template.WEEK_TITLE;
    private final List<Item> everyWeek = new ArrayList<>();

    private CartridgeReader(Map<String, byte[]> files) {
        this.files = files;
        this.contents = new Resources(files, kept, leftOut);
    }

    /**
     * Reads a package.
     *
     * @param name what it is called in faults, and the template where the package has no title
     */
    public static Cartridge read(String name, InputStream zip) throws FaultyFileException {
        return new CartridgeReader(Unpacked.files(name, zip)).cartridge(name);
    }

    private Cartridge cartridge(String name) throws FaultyFileException {
        Element manifest = Xml.read(Names.MANIFEST_FILE, files.get(Names.MANIFEST_FILE));
        if (!"manifest".equals(manifest.getLocalName())) {
            throw refused("its root is not a manifest but " + manifest.getNodeName());
        }
        String schema = Xml.text(manifest, "metadata", "schema");
        if (!schema.isEmpty() && !schema.equals(Names.SCHEMA)) {
            throw refused("its schema is “" + schema + "”, not “" + Names.SCHEMA + "”");
        }
        Xml.child(manifest, "resources")
                .ifPresent(list -> Xml.children(list, "resource")
                        .forEach(one -> resources.put(one.getAttribute("identifier"), one)));
        String title = Xml.text(manifest, "metadata", "lom", "general", "title", "string");
        if (title.length() > Bounds.NAME) {
            throw refused("its title is too long: "
                    + Bounds.tooLong(title, Bounds.NAME).orElseThrow());
        }
        if (title.isEmpty()) {
            title = name.replaceFirst("\\.[A-Za-z]+$", "");
        }
        List<Unit> units = new ArrayList<>();
        Element organization = Xml.child(manifest, "organizations", "organization")
                .orElseThrow(
                        () -> refused("it has no organization, so nothing says in which order its content stands"));
        List<Element> top = Xml.children(organization, "item");
        // the standard wants one item that holds all others
        boolean rooted = top.size() == 1 && !top.get(0).hasAttribute("identifierref");
        units(rooted ? Xml.children(top.get(0), "item") : top, title, units);
        bounded(units);
        Template template = new Template(id(manifest, title), title, templateInstruction, units, weekTitle, everyWeek);
        nameUnused();
        return new Cartridge(template, kept, leftOut);
    }

    private static void bounded(List<Unit> units) throws FaultyFileException {
        if (units.size() > Bounds.UNITS) {
            throw refused("it has " + units.size() + " units; a template has at most " + Bounds.UNITS);
        }
        for (Unit unit : units) {
            if (unit.items().size() > Bounds.UNITS) {
                throw refused("“" + unit.title() + "” has " + unit.items().size() + " items; a unit has at most "
                        + Bounds.UNITS);
            }
        }
    }

    private static String id(Element manifest, String title) {
        String identifier = manifest.getAttribute("identifier");
        String slug = Plain.slug(identifier.startsWith("t-") ? identifier.substring(2) : title);
        return slug.isEmpty() ? "template" : slug.substring(0, Math.min(slug.length(), 100));
    }

    private void units(List<Element> items, String title, List<Unit> units) throws FaultyFileException {
        List<Item> loose = new ArrayList<>();
        for (Element item : items) {
            if (item.hasAttribute("identifierref")) {
                Optional<String> instruction = instruction(item);
                if (instruction.isPresent()) {
                    templateInstruction = instruction.get();
                } else {
                    item(item).ifPresent(loose::add);
                }
            } else {
                unit(item).ifPresent(units::add);
            }
        }
        if (!loose.isEmpty()) {
            units.add(0, new Unit(title, "", loose));
        }
    }

    private Optional<Unit> unit(Element folder) throws FaultyFileException {
        List<Item> items = new ArrayList<>();
        StringBuilder instruction = new StringBuilder();
        fill(folder, items, instruction);
        String title = Xml.text(folder, "title");
        if (Keywords.of(folder).has(Names.EVERY_WEEK)) {
            weekTitle = title;
            everyWeek.addAll(items);
            return Optional.empty();
        }
        return Optional.of(new Unit(title, instruction.toString(), items));
    }

    private void fill(Element folder, List<Item> items, StringBuilder instruction) throws FaultyFileException {
        for (Element item : Xml.children(folder, "item")) {
            if (!item.hasAttribute("identifierref")) {
                leftOut.add("The folder “" + Xml.text(item, "title") + "” inside “" + Xml.text(folder, "title")
                        + "”; what it holds stands in the unit itself.");
                fill(item, items, instruction);
                continue;
            }
            Optional<String> told = instruction(item);
            if (told.isPresent()) {
                instruction.append(told.get());
            } else {
                item(item).ifPresent(items::add);
            }
        }
    }

    /** What a page says that is for instructors only. */
    private Optional<String> instruction(Element item) throws FaultyFileException {
        Element resource = resources.get(item.getAttribute("identifierref"));
        return resource == null ? Optional.empty() : contents.instruction(resource);
    }

    private Optional<Item> item(Element element) throws FaultyFileException {
        String title = Xml.text(element, "title");
        Element resource = resources.get(element.getAttribute("identifierref"));
        if (resource == null) {
            leftOut.add("“" + title + "”, whose content is not in the package.");
            return Optional.empty();
        }
        Keywords keywords = Keywords.of(element);
        return contents.item(title, resource)
                .map(item -> new Item(
                        keywords.has(Names.ANNOUNCEMENT) ? ItemKind.ANNOUNCEMENT : item.kind(),
                        item.title(),
                        item.text(),
                        item.address(),
                        item.points().or(() -> keywords.after(Names.POINTS).flatMap(CartridgeReader::number)),
                        keywords.after(Names.DUE).flatMap(Due::parse)));
    }

    static Optional<BigDecimal> number(String text) {
        return text.matches("[0-9]{1,6}(\\.[0-9]{1,2})?") ? Optional.of(new BigDecimal(text)) : Optional.empty();
    }

    private void nameUnused() {
        long unused = resources.values().stream()
                .filter(resource -> !contents.isUsed(resource)
                        && !resource.getAttribute("type").matches(Names.LIKE_FILE))
                .count();
        if (unused > 0) {
            leftOut.add(unused + (unused == 1 ? " resource" : " resources") + " of a kind that a template does not keep"
                    + " or that no unit names.");
        }
    }

    private static FaultyFileException refused(String reason) {
        return new FaultyFileException(List.of(Fault.ofFile(Names.MANIFEST_FILE, reason)));
    }
}
