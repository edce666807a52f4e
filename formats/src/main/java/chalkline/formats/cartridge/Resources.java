package chalkline.formats.cartridge;

import chalkline.core.templates.Item;
import chalkline.core.templates.ItemKind;
import chalkline.formats.FaultyFileException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jsoup.Jsoup;
import org.jsoup.nodes.Document;
import org.w3c.dom.Element;

/** Turns the resources of a package into items, each after its type. */
final class Resources {
    private final Map<String, byte[]> files;
    private final Map<String, byte[]> kept;
    private final List<String> leftOut;
    private final Set<String> used = new HashSet<>();

    Resources(Map<String, byte[]> files, Map<String, byte[]> kept, List<String> leftOut) {
        this.files = files;
        this.kept = kept;
        this.leftOut = leftOut;
    }

    boolean isUsed(Element resource) {
        return used.contains(resource.getAttribute("identifier"));
    }

    Optional<Item> item(String title, Element resource) throws FaultyFileException {
        used.add(resource.getAttribute("identifier"));
        String type = resource.getAttribute("type");
        String path = path(resource);
        byte[] content = files.get(path);
        if (content == null) {
            leftOut.add("“" + title + "”: its file " + path + " is not in the package.");
            return Optional.empty();
        }
        if (type.matches(Names.LIKE_FILE)) {
            return Optional.of(file(title, path, content));
        }
        if (type.matches(Names.LIKE_WEB_LINK)) {
            Element link = Xml.read(path, content);
            String address =
                    Xml.child(link, "url").map(url -> url.getAttribute("href")).orElse("");
            if (!ItemKind.isLink(address)) {
                leftOut.add("“" + title + "”: its address " + address + " is none that a page can be opened at (http,"
                        + " https, mailto).");
                return Optional.empty();
            }
            return Optional.of(item(ItemKind.LINK, title, "", address, Optional.empty()));
        }
        if (type.matches(Names.LIKE_DISCUSSION)) {
            Element topic = Xml.read(path, content);
            attachments(topic, title);
            return Optional.of(item(ItemKind.DISCUSSION, title, said(topic, title), "", Optional.empty()));
        }
        if (type.equals(Names.TYPE_ASSIGNMENT)) {
            Element assignment = Xml.read(path, content);
            attachments(assignment, title);
            Optional<BigDecimal> points = Xml.child(assignment, "gradable")
                    .map(gradable -> gradable.getAttribute("points_possible"))
                    .flatMap(CartridgeReader::number);
            return Optional.of(item(ItemKind.ASSIGNMENT, title, said(assignment, title), "", points));
        }
        if (type.matches(Names.LIKE_ASSESSMENT)) {
            return Optional.of(quiz(title, Xml.read(path, content)));
        }
        leftOut.add("“" + title + "”: content of the kind " + type + ".");
        return Optional.empty();
    }

    private static Item item(ItemKind kind, String title, String text, String address, Optional<BigDecimal> points) {
        return new Item(kind, title, text, address, points, Optional.empty());
    }

    private static String path(Element resource) {
        String href = resource.getAttribute("href");
        String path = href.isEmpty()
                ? Xml.child(resource, "file")
                        .map(file -> file.getAttribute("href"))
                        .orElse("")
                : href;
        return path.replaceFirst("^\\./", "");
    }

    /** A page of ours gives its text back; any other file is kept as it is. */
    private Item file(String title, String path, byte[] content) {
        boolean page = path.matches("(?i).*\\.x?html?");
        if (page) {
            Document html = Jsoup.parse(new String(content, StandardCharsets.UTF_8));
            if (html.selectFirst("meta[name=generator][content=" + Pages.GENERATOR + "]") != null) {
                return item(ItemKind.PAGE, title, html.body().wholeText().strip(), "", Optional.empty());
            }
        }
        kept.put(path, content);
        return item(page ? ItemKind.PAGE : ItemKind.FILE, title, "", path, Optional.empty());
    }

    private String said(Element of, String title) {
        Optional<Element> text = Xml.child(of, "text");
        String said = text.map(Element::getTextContent).map(String::strip).orElse("");
        boolean html = text.filter(element -> "text/html".equals(element.getAttribute("texttype")))
                .isPresent();
        if (!html || said.isEmpty()) {
            return said;
        }
        Document document = Jsoup.parse(said);
        if (document.body().getAllElements().size() > 1) {
            leftOut.add("“" + title + "”: how its text is laid out; its words are kept.");
        }
        return document.body().wholeText().strip();
    }

    private void attachments(Element of, String title) {
        int count = Xml.child(of, "attachments")
                .map(list -> Xml.children(list, "attachment").size())
                .orElse(0);
        if (count > 0) {
            leftOut.add("“" + title + "”: " + count + (count == 1 ? " attachment." : " attachments."));
        }
    }

    private Item quiz(String title, Element root) {
        Optional<Element> assessment = Xml.child(root, "assessment");
        String text = assessment
                .map(one -> Xml.text(one, "rubric", "material", "mattext"))
                .orElse("");
        int questions = root.getElementsByTagNameNS("*", "item").getLength();
        if (questions > 0) {
            leftOut.add("“" + title + "”: its " + (questions == 1 ? "question" : questions + " questions")
                    + "; the quiz itself is kept.");
        }
        return item(ItemKind.QUIZ, title, text, "", Optional.empty());
    }

    /** The text of a page that its metadata says is for instructors only (LOM, intendedEndUserRole). */
    Optional<String> instruction(Element resource) throws FaultyFileException {
        boolean forInstructors = Xml.text(resource, "metadata", "lom", "educational", "intendedEndUserRole", "value")
                .equals("Instructor");
        byte[] content = files.get(path(resource));
        if (!forInstructors || content == null || !resource.getAttribute("type").matches(Names.LIKE_FILE)) {
            return Optional.empty();
        }
        used.add(resource.getAttribute("identifier"));
        return Optional.of(Jsoup.parse(new String(content, StandardCharsets.UTF_8))
                .body()
                .wholeText()
                .strip());
    }
}
