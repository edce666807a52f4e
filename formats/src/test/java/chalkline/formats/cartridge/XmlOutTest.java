package chalkline.formats.cartridge;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayInputStream;
import java.util.List;
import java.util.Random;
import javax.xml.parsers.DocumentBuilderFactory;
import org.junit.jupiter.api.Test;
import org.w3c.dom.Document;
import org.w3c.dom.Element;

/** Against the JDK's own XML parser (JAXP). */
class XmlOutTest {
    private static final List<String> ODD = List.of(
            "<", ">", "&", "\"", "'", "]]>", "&amp;", "<!--", "é", "学期", "\uD83D\uDE00", " ", "\t", "\n", "plain");

    private static Document read(XmlOut out) throws Exception {
        DocumentBuilderFactory factory = DocumentBuilderFactory.newDefaultInstance();
        factory.setNamespaceAware(true);
        return factory.newDocumentBuilder().parse(new ByteArrayInputStream(out.bytes()));
    }

    @Test
    void whateverStandsInATextOrAnAttributeComesBackAsItWas() throws Exception {
        Random random = new Random(5);
        for (int i = 0; i < 300; i++) {
            StringBuilder text = new StringBuilder();
            for (int n = random.nextInt(8); n >= 0; n--) {
                text.append(ODD.get(random.nextInt(ODD.size())));
            }
            Document document = read(new XmlOut()
                    .open("a", "urn:chalkline:test", "of", text.toString())
                    .leaf("b", text.toString(), "n", "1")
                    .close(1));
            Element a = document.getDocumentElement();
            assertThat(a.getNamespaceURI()).isEqualTo("urn:chalkline:test");
            // white space in an attribute is read as spaces (XML 1.0, 3.3.3)
            assertThat(a.getAttribute("of")).isEqualTo(text.toString().replaceAll("[\\t\\n]", " "));
            Element b = (Element) a.getFirstChild();
            assertThat(b.getNamespaceURI()).as("it lies in the same").isEqualTo("urn:chalkline:test");
            assertThat(b.getTextContent()).isEqualTo(text.toString());
            assertThat(b.getAttribute("n")).isEqualTo("1");
        }
    }

    @Test
    void elementsAreClosedInTurn() throws Exception {
        Document document = read(new XmlOut()
                .open("one")
                .open("two")
                .open("three")
                .close(2)
                .leaf("four", "")
                .close(1));
        Element one = document.getDocumentElement();
        assertThat(one.getTagName()).isEqualTo("one");
        assertThat(one.getChildNodes().getLength()).isEqualTo(2);
        assertThat(((Element) one.getFirstChild()).getTagName()).isEqualTo("two");
        assertThat(((Element) one.getLastChild()).getTagName()).isEqualTo("four");
    }
}
