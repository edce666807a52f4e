package chalkline.formats.cartridge;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import chalkline.core.templates.Due;
import chalkline.core.templates.Item;
import chalkline.core.templates.ItemKind;
import chalkline.core.templates.Template;
import chalkline.core.templates.Unit;
import chalkline.formats.FaultyFileException;
import chalkline.formats.Mutations;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Element;

public class CartridgeTest {

    private static Cartridge read(String name, byte[] content) throws FaultyFileException {
        return CartridgeReader.read(name, new java.io.ByteArrayInputStream(content));
    }

    private static Item item(ItemKind kind, String title, String text, String address, String points, String due) {
        return new Item(
                kind,
                title,
                text,
                address,
                points.isEmpty() ? Optional.empty() : Optional.of(new BigDecimal(points)),
                Due.parse(due));
    }

    private static final Template FULL = new Template(
            "tpl-tides",
            "Tides & currents <27>",
            "Check the tide tables\nbefore you open it.",
            List.of(
                    new Unit(
                            "Welcome",
                            "Say who you are.",
                            List.of(
                                    item(
                                            ItemKind.PAGE,
                                            "About",
                                            "Line one\n\n  indented, “quoted” & <marked>",
                                            "",
                                            "",
                                            ""),
                                    item(ItemKind.ANNOUNCEMENT, "Aboard", "Come in.", "", "", "week 1 Mon 08:00"),
                                    item(ItemKind.LINK, "Tables", "", "https://tides.example/?a=1&b=2", "", ""))),
                    new Unit(
                            "Ålesund",
                            "",
                            List.of(
                                    item(ItemKind.FILE, "Chart", "", "files/chart 1.pdf", "", ""),
                                    item(ItemKind.ASSIGNMENT, "Essay", "Write.", "", "12.5", "term.end + 3d 12:00"),
                                    item(ItemKind.QUIZ, "Check", "Ten questions.", "", "20", "week 3 Wed"),
                                    item(ItemKind.DISCUSSION, "Why?", "Say why.", "", "5", "")))),
            "Week {week}",
            List.of(item(ItemKind.ASSIGNMENT, "Exercise {week}", "", "", "10", "Fri 23:59")));

    /** A cartridge of ours or of another maker, of which the zip or one of its files was put wrong. */
    public static byte[] mutated(Random random) {
        byte[] whole = random.nextBoolean() ? CartridgeWriter.write(FULL, Map.of()) : zip(foreign(""));
        if (random.nextInt(4) == 0) {
            return Mutations.of(whole, random);
        }
        Map<String, String> files = new TreeMap<>();
        try (ZipInputStream in = new ZipInputStream(new java.io.ByteArrayInputStream(whole))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                files.put(entry.getName(), new String(in.readAllBytes(), StandardCharsets.UTF_8));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        List<String> names = List.copyOf(files.keySet());
        String name = random.nextBoolean() ? "imsmanifest.xml" : names.get(random.nextInt(names.size()));
        byte[] changed = Mutations.of(files.get(name).getBytes(StandardCharsets.UTF_8), random);
        files.put(name, new String(changed, StandardCharsets.UTF_8));
        return zip(files);
    }

    private static byte[] zip(Map<String, String> files) {
        ByteArrayOutputStream bytes = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bytes)) {
            for (Map.Entry<String, String> file : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(file.getKey()));
                zip.write(file.getValue().getBytes(StandardCharsets.UTF_8));
                zip.closeEntry();
            }
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
        return bytes.toByteArray();
    }

    @Test
    void whatIsWrittenIsReadBackTheSame() throws FaultyFileException {
        byte[] chart = {1, 2, 3};
        byte[] written = CartridgeWriter.write(FULL, Map.of("files/chart 1.pdf", chart));
        Cartridge read = read("x.imscc", written);
        assertThat(read.template()).isEqualTo(FULL);
        assertThat(read.files()).containsOnlyKeys("files/chart 1.pdf");
        assertThat(read.files().get("files/chart 1.pdf")).isEqualTo(chart);
        assertThat(read.leftOut()).isEmpty();
        assertThat(CartridgeWriter.write(read.template(), read.files())).isEqualTo(written);
    }

    @Test
    void theManifestHasWhatTheStandardPrescribes() throws FaultyFileException {
        // source: 1EdTech Common Cartridge 1.3, profile of IMS Content Packaging (from memory): metadata with schema
        // and
        // schemaversion, one organization "rooted-hierarchy" with one item that holds all others, every identifier
        // once,
        // every identifierref a resource, every href of a resource a file of the package
        Map<String, byte[]> files =
                Unpacked.files("x", new java.io.ByteArrayInputStream(CartridgeWriter.write(FULL, Map.of())));
        Element manifest = Xml.read("imsmanifest.xml", files.get("imsmanifest.xml"));
        assertThat(manifest.getNamespaceURI()).isEqualTo("http://www.imsglobal.org/xsd/imsccv1p3/imscp_v1p1");
        assertThat(Xml.text(manifest, "metadata", "schema")).isEqualTo("IMS Common Cartridge");
        assertThat(Xml.text(manifest, "metadata", "schemaversion")).isEqualTo("1.3.0");
        Element organization =
                Xml.child(manifest, "organizations", "organization").orElseThrow();
        assertThat(organization.getAttribute("structure")).isEqualTo("rooted-hierarchy");
        assertThat(Xml.children(organization, "item")).hasSize(1);
        List<String> resources = new ArrayList<>();
        for (Element resource : Xml.children(Xml.child(manifest, "resources").orElseThrow(), "resource")) {
            resources.add(resource.getAttribute("identifier"));
            for (Element file : Xml.children(resource, "file")) {
                assertThat(files).containsKey(file.getAttribute("href"));
            }
            if (resource.hasAttribute("href")) {
                assertThat(files).containsKey(resource.getAttribute("href"));
            }
        }
        List<String> identifiers = new ArrayList<>(resources);
        var items = manifest.getElementsByTagNameNS(manifest.getNamespaceURI(), "item");
        for (int i = 0; i < items.getLength(); i++) {
            Element item = (Element) items.item(i);
            identifiers.add(item.getAttribute("identifier"));
            if (item.hasAttribute("identifierref")) {
                assertThat(resources).contains(item.getAttribute("identifierref"));
            }
        }
        assertThat(identifiers).doesNotHaveDuplicates().hasSizeGreaterThan(20);
    }

    /** A package after the structure of the standard's own examples, of another maker, version 1.1. */
    private static Map<String, String> foreign(String manifestStart) {
        return Map.of(
                "imsmanifest.xml",
                manifestStart + """
                        <manifest identifier="M1" xmlns="http://www.imsglobal.org/xsd/imsccv1p1/imscp_v1p1"
                            xmlns:lom="http://ltsc.ieee.org/xsd/imsccv1p1/LOM/manifest">
                          <metadata><schema>IMS Common Cartridge</schema><schemaversion>1.1.0</schemaversion>
                            <lom:lom><lom:general><lom:title><lom:string>Shore life</lom:string></lom:title></lom:general></lom:lom>
                          </metadata>
                          <organizations><organization identifier="O" structure="rooted-hierarchy"><item identifier="root">
                            <item identifier="u1"><title>Crabs</title>
                              <item identifier="i1" identifierref="R1"><title>Read me</title></item>
                              <item identifier="sub"><title>More</title>
                                <item identifier="i2" identifierref="R2"><title>Key to crabs</title></item></item>
                              <item identifier="i3" identifierref="R3"><title>Field notes</title></item>
                              <item identifier="i4" identifierref="R4"><title>Test</title></item>
                              <item identifier="i5" identifierref="R5"><title>Tool</title></item>
                              <item identifier="i6" identifierref="R9"><title>Gone</title></item>
                            </item>
                            <item identifier="i7" identifierref="R6"><title>Syllabus</title></item>
                          </item></organization></organizations>
                          <resources>
                            <resource identifier="R1" type="webcontent" href="read.html"><file href="read.html"/></resource>
                            <resource identifier="R2" type="imswl_xmlv1p1"><file href="link.xml"/></resource>
                            <resource identifier="R3" type="imsdt_xmlv1p1"><file href="topic.xml"/></resource>
                            <resource identifier="R4" type="imsqti_xmlv1p2/imscc_xmlv1p1/assessment"><file href="test.xml"/></resource>
                            <resource identifier="R5" type="imsbasiclti_xmlv1p0"><file href="tool.xml"/></resource>
                            <resource identifier="R6" type="webcontent" href="syllabus.pdf"><file href="syllabus.pdf"/></resource>
                          </resources>
                        </manifest>""",
                "read.html",
                "<html><body><h1>Read</h1></body></html>",
                "link.xml",
                "<webLink xmlns=\"http://www.imsglobal.org/xsd/imsccv1p1/imswl_v1p1\"><title>K</title>"
                        + "<url href=\"https://crabs.example/key\" target=\"_blank\"/></webLink>",
                "topic.xml",
                "<topic xmlns=\"http://www.imsglobal.org/xsd/imsccv1p1/imsdt_v1p1\"><title>F</title>"
                        + "<text texttype=\"text/html\">&lt;p&gt;What did you &lt;b&gt;see&lt;/b&gt;?&lt;/p&gt;</text>"
                        + "<attachments><attachment href=\"read.html\"/></attachments></topic>",
                "test.xml",
                "<questestinterop xmlns=\"http://www.imsglobal.org/xsd/ims_qtiasiv1p2\"><assessment ident=\"A\" title=\"T\">"
                        + "<section ident=\"s\"><item ident=\"q1\"/><item ident=\"q2\"/></section></assessment></questestinterop>",
                "tool.xml",
                "<x/>",
                "syllabus.pdf",
                "%PDF");
    }

    @Test
    void aPackageOfAnotherMakerIsReadWithAListOfWhatWasLeftOut() throws FaultyFileException {
        // source: 1EdTech Common Cartridge 1.1 to 1.3, resource types and organization (structure from memory)
        Cartridge read = read("shore.imscc", zip(foreign("")));
        Template template = read.template();
        assertThat(template.title()).isEqualTo("Shore life");
        assertThat(template.id()).isEqualTo("shore-life");
        assertThat(template.units()).extracting(Unit::title).containsExactly("Shore life", "Crabs");
        assertThat(template.units().get(1).items())
                .containsExactly(
                        item(ItemKind.PAGE, "Read me", "", "read.html", "", ""),
                        item(ItemKind.LINK, "Key to crabs", "", "https://crabs.example/key", "", ""),
                        item(ItemKind.DISCUSSION, "Field notes", "What did you see?", "", "", ""),
                        item(ItemKind.QUIZ, "Test", "", "", "", ""));
        assertThat(template.units().get(0).items())
                .containsExactly(item(ItemKind.FILE, "Syllabus", "", "syllabus.pdf", "", ""));
        assertThat(read.files()).containsOnlyKeys("read.html", "syllabus.pdf");
        assertThat(read.leftOut())
                .containsExactly(
                        "The folder “More” inside “Crabs”; what it holds stands in the unit itself.",
                        "“Field notes”: 1 attachment.",
                        "“Field notes”: how its text is laid out; its words are kept.",
                        "“Test”: its 2 questions; the quiz itself is kept.",
                        "“Tool”: content of the kind imsbasiclti_xmlv1p0.",
                        "“Gone”, whose content is not in the package.");
    }

    @Test
    void entitiesAndTheirBombsAreRefused() {
        String bomb = "<!DOCTYPE m [<!ENTITY a \"ha\"><!ENTITY b \"&a;&a;&a;&a;\">]>";
        String outside = "<!DOCTYPE m [<!ENTITY x SYSTEM \"file:///etc/passwd\">]>";
        for (String start : List.of(bomb, outside)) {
            assertThatThrownBy(() -> read("x.imscc", zip(foreign(start))))
                    .isInstanceOf(FaultyFileException.class)
                    .hasMessageContaining("imsmanifest.xml:1:")
                    .hasMessageContaining("document type");
        }
    }

    @Test
    void pathTricksAreRefused() {
        for (String path : List.of("../evil.html", "/etc/x", "a/../../b", "C:\\x", "..\\x")) {
            assertThatThrownBy(() -> read("x.imscc", zip(Map.of(path, "x"))))
                    .as(path)
                    .hasMessageContaining("leads out of it");
        }
    }

    @Test
    void filesThatUnpackBeyondMeasureAreRefused() {
        String megabytes = " ".repeat(48 << 20);
        assertThatThrownBy(() -> read("x.imscc", zip(Map.of("1", megabytes, "2", megabytes, "3", megabytes))))
                .hasMessageContaining("it has more than 128 MB");
    }

    @Test
    void elementsAMileDeepAreRefused() {
        String deep = "<item>".repeat(10_000) + "</item>".repeat(10_000);
        Map<String, String> files = new TreeMap<>(foreign(""));
        files.computeIfPresent(
                "imsmanifest.xml", (name, text) -> text.replaceFirst("<organization[^s][^>]*>", "$0" + deep));
        assertThatThrownBy(() -> read("x.imscc", zip(files)))
                .hasMessageContaining("more than 100 elements stand inside each other");
    }

    @Test
    void namesAndTitlesHaveBounds() {
        Map<String, String> twice = Map.of("imsmanifest.xml", "<manifest/>", "a\u0001b", "x");
        assertThatThrownBy(() -> read("x.imscc", zip(twice))).hasMessageContaining("control character");
        String items = "<item><title>U</title></item>".repeat(301);
        Map<String, String> many = new TreeMap<>(foreign(""));
        many.computeIfPresent(
                "imsmanifest.xml",
                (name, text) -> text.replaceFirst("(<organization[^s][^>]*>\\s*<item[^>]*>)", "$1" + items));
        assertThatThrownBy(() -> read("x.imscc", zip(many))).hasMessageContaining("at most 300");
    }

    @Test
    void linksLeadToPagesAndMailboxesOnly() throws FaultyFileException {
        // source: RFC 3986, section 3.1 (a scheme begins an address); which of them are safe: common practice, no
        // source
        Map<String, String> files = new TreeMap<>(foreign(""));
        files.replaceAll((name, text) -> text.replaceAll("href=\"https?://[^\"]*\"", "href=\"javascript:alert(1)\""));
        assertThat(files.values()).anyMatch(text -> text.contains("javascript:"));
        Cartridge read = read("x.imscc", zip(files));
        assertThat(read.leftOut()).anyMatch(left -> left.contains("javascript:alert(1)"));
        assertThat(read.template().units().toString()).doesNotContain("javascript:");
    }

    @Test
    void whatIsNoCartridgeIsToldApart() {
        assertThatThrownBy(() -> read("x.imscc", "hello".getBytes(StandardCharsets.UTF_8)))
                .hasMessage("x.imscc:1:1: this is no zip file; a Common Cartridge is a zip with an imsmanifest.xml");
        assertThatThrownBy(() -> read("x.imscc", zip(Map.of("a", "b"))))
                .hasMessage("x.imscc:1:1: it has no imsmanifest.xml at its root");
        assertThatThrownBy(() -> read("x.imscc", zip(Map.of("imsmanifest.xml", "<manifest>\n<a></manifest>"))))
                .hasMessageContaining("imsmanifest.xml:2:")
                .hasMessageContaining("not well-formed");
        assertThatThrownBy(() -> read("x.imscc", zip(Map.of("imsmanifest.xml", "<manifest/>"))))
                .hasMessageContaining("it has no organization");
    }
}
