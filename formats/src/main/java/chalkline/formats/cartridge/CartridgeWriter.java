package chalkline.formats.cartridge;

import chalkline.core.naming.Plain;
import chalkline.core.templates.Due;
import chalkline.core.templates.Item;
import chalkline.core.templates.ItemKind;
import chalkline.core.templates.Template;
import chalkline.core.templates.Unit;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/**
 * Writes a template as a Common Cartridge 1.3 package (1EdTech). Due rules, points where the standard has no place for
 * them, and which unit is for every week stand as keywords in the metadata of the items, which other readers pass over.
 */
public final class CartridgeWriter {
    private final Template template;
    private final Map<String, byte[]> files;
    private final Map<String, byte[]> out = new TreeMap<>();
    private final List<Resource> resources = new ArrayList<>();
    private int made;

    /** A resource of the manifest. */
    private record Resource(String id, String type, String path, boolean forInstructors) {}

    private CartridgeWriter(Template template, Map<String, byte[]> files) {
        this.template = template;
        this.files = files;
    }

    /**
     * Writes a package.
     *
     * @param files contents by path; an item of kind file whose path is not among them is written as a page that says so
     */
    public static byte[] write(Template template, Map<String, byte[]> files) {
        return new CartridgeWriter(template, files).zip();
    }

    private byte[] zip() {
        byte[] manifest = manifest();
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            put(zip, Names.MANIFEST_FILE, manifest);
            for (Map.Entry<String, byte[]> file : out.entrySet()) {
                put(zip, file.getKey(), file.getValue());
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }

    private static void put(ZipOutputStream zip, String name, byte[] content) throws IOException {
        ZipEntry entry = new ZipEntry(name);
        // the same template gives the same bytes
        entry.setTimeLocal(LocalDateTime.of(2000, 1, 1, 0, 0));
        zip.putNextEntry(entry);
        zip.write(content);
        zip.closeEntry();
    }

    private byte[] manifest() {
        XmlOut xml = new XmlOut();
        xml.open(
                "manifest",
                Names.MANIFEST,
                "identifier",
                "t-" + template.id(),
                "xmlns:lomm",
                Names.LOM_MANIFEST,
                "xmlns:lom",
                Names.LOM_RESOURCE);
        xml.open("metadata");
        xml.leaf("schema", Names.SCHEMA).leaf("schemaversion", Names.VERSION);
        xml.open("lomm:lom").open("lomm:general").open("lomm:title");
        xml.leaf("lomm:string", template.title());
        xml.close(4);
        xml.open("organizations");
        xml.open("organization", "", "identifier", "organization", "structure", "rooted-hierarchy");
        xml.open("item", "", "identifier", "root");
        if (!template.instruction().isEmpty()) {
            instruction(xml, "About this template", template.instruction());
        }
        template.units().forEach(unit -> unit(xml, unit, false));
        if (!template.everyWeek().isEmpty()) {
            unit(xml, new Unit(template.weekTitle(), "", template.everyWeek()), true);
        }
        xml.close(3);
        xml.open("resources");
        resources.forEach(resource -> resource(xml, resource));
        xml.close(2);
        return xml.bytes();
    }

    private void unit(XmlOut xml, Unit unit, boolean everyWeek) {
        xml.open("item", "", "identifier", "i" + ++made);
        xml.leaf("title", unit.title());
        if (!unit.instruction().isEmpty()) {
            instruction(xml, "For the instructor", unit.instruction());
        }
        unit.items().forEach(item -> item(xml, item));
        if (everyWeek) {
            keywords(xml, List.of(Names.EVERY_WEEK));
        }
        xml.close(1);
    }

    private void instruction(XmlOut xml, String title, String text) {
        String path = place("html");
        out.put(path, Pages.html(title, text));
        reference(xml, title, add(Names.TYPE_FILE, path, true), List.of());
    }

    private void item(XmlOut xml, Item item) {
        List<String> keywords = new ArrayList<>();
        item.due().map(Due::toString).ifPresent(due -> keywords.add(Names.DUE + due));
        if (item.kind() != ItemKind.ASSIGNMENT) {
            item.points().ifPresent(points -> keywords.add(Names.POINTS + points.toPlainString()));
        }
        if (item.kind() == ItemKind.ANNOUNCEMENT) {
            keywords.add(Names.ANNOUNCEMENT);
        }
        reference(xml, item.title(), resource(item), keywords);
    }

    private static void reference(XmlOut xml, String title, String resource, List<String> keywords) {
        xml.open("item", "", "identifier", "i-" + resource, "identifierref", resource);
        xml.leaf("title", title);
        keywords(xml, keywords);
        xml.close(1);
    }

    private static void keywords(XmlOut xml, List<String> words) {
        if (words.isEmpty()) {
            return;
        }
        xml.open("metadata").open("lom:lom").open("lom:general");
        for (String word : words) {
            xml.open("lom:keyword").leaf("lom:string", word).close(1);
        }
        xml.close(3);
    }

    private String resource(Item item) {
        return switch (item.kind()) {
            case LINK -> xmlFile(Names.TYPE_WEB_LINK, Contents.webLink(item));
            case DISCUSSION, ANNOUNCEMENT -> xmlFile(Names.TYPE_DISCUSSION, Contents.topic(item));
            case ASSIGNMENT -> xmlFile(Names.TYPE_ASSIGNMENT, Contents.assignment(item, "a" + made));
            case QUIZ -> xmlFile(Names.TYPE_ASSESSMENT, Contents.assessment(item, "q" + made));
            case PAGE, FILE -> webContent(item);
        };
    }

    private String webContent(Item item) {
        byte[] content = files.get(item.address());
        if (content != null) {
            out.put(item.address(), content);
            return add(Names.TYPE_FILE, item.address(), false);
        }
        String path = place("html");
        String text = item.kind() == ItemKind.PAGE ? item.text() : "The file " + item.address() + " is not kept here.";
        out.put(path, Pages.html(item.title(), text));
        return add(Names.TYPE_FILE, path, false);
    }

    private String xmlFile(String type, byte[] content) {
        String path = place("xml");
        out.put(path, content);
        return add(type, path, false);
    }

    /** A path of our own making that no file of the template has. */
    private String place(String ending) {
        String path;
        do {
            path = Plain.slug(template.id()) + "/" + ++made + "." + ending;
        } while (files.containsKey(path));
        return path;
    }

    private String add(String type, String path, boolean forInstructors) {
        String id = "r" + (resources.size() + 1);
        resources.add(new Resource(id, type, path, forInstructors));
        return id;
    }

    private static void resource(XmlOut xml, Resource resource) {
        boolean isFile = resource.type().equals(Names.TYPE_FILE);
        if (isFile) {
            xml.open("resource", "", "identifier", resource.id(), "type", resource.type(), "href", resource.path());
        } else {
            xml.open("resource", "", "identifier", resource.id(), "type", resource.type());
        }
        if (resource.forInstructors()) {
            xml.open("metadata").open("lom:lom").open("lom:educational").open("lom:intendedEndUserRole");
            xml.leaf("lom:source", "IMSGLC_CC_Rolesv1p3").leaf("lom:value", "Instructor");
            xml.close(4);
        }
        xml.open("file", "", "href", resource.path()).close(1);
        xml.close(1);
    }
}
