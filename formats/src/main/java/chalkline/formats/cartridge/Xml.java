package chalkline.formats.cartridge;

import chalkline.core.Bounds;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javax.xml.XMLConstants;
import javax.xml.parsers.DocumentBuilder;
import javax.xml.parsers.DocumentBuilderFactory;
import javax.xml.parsers.ParserConfigurationException;
import org.w3c.dom.Element;
import org.w3c.dom.Node;
import org.xml.sax.ErrorHandler;
import org.xml.sax.SAXException;
import org.xml.sax.SAXParseException;

/** Reads the XML of a package. A document type, and with it every entity of its own making, is refused. */
final class Xml {
    private static final String NO_DOCTYPE = "http://apache.org/xml/features/disallow-doctype-decl";

    private static final String MOST_DEPTH = "jdk.xml.maxElementDepth";

    private Xml() {}

    static Element read(String file, byte[] content) throws FaultyFileException {
        try {
            return builder().parse(new ByteArrayInputStream(content)).getDocumentElement();
        } catch (SAXParseException e) {
            String reason = reason(e.getMessage());
            throw new FaultyFileException(List.of(new Fault(
                    file, Math.max(1, e.getLineNumber()), Integer.toString(Math.max(1, e.getColumnNumber())), reason)));
        } catch (SAXException | IOException e) {
            throw new FaultyFileException(List.of(Fault.ofFile(file, "it can't be read: " + e.getMessage())));
        }
    }

    private static String reason(String message) {
        if (message.contains("DOCTYPE")) {
            return "it declares a document type, which no cartridge needs; it is not read";
        }
        return message.startsWith("JAXP")
                ? "more than " + Bounds.XML_DEPTH + " elements stand inside each other, or one is far too large"
                : "it is not well-formed: " + message;
    }

    private static DocumentBuilder builder() {
        try {
            DocumentBuilderFactory factory = DocumentBuilderFactory.newInstance();
            factory.setNamespaceAware(true);
            factory.setFeature(XMLConstants.FEATURE_SECURE_PROCESSING, true);
            factory.setFeature(NO_DOCTYPE, true);
            factory.setAttribute(MOST_DEPTH, Integer.toString(Bounds.XML_DEPTH));
            factory.setExpandEntityReferences(false);
            DocumentBuilder builder = factory.newDocumentBuilder();
            builder.setErrorHandler(new Quiet());
            return builder;
        } catch (ParserConfigurationException e) {
            throw new IllegalStateException(e);
        }
    }

    /** The elements with this name that stand directly in another, whatever their namespace. */
    static List<Element> children(Element of, String name) {
        List<Element> found = new ArrayList<>();
        for (Node node = of.getFirstChild(); node != null; node = node.getNextSibling()) {
            if (node instanceof Element element && name.equals(element.getLocalName())) {
                found.add(element);
            }
        }
        return found;
    }

    static Optional<Element> child(Element of, String... path) {
        Optional<Element> at = Optional.of(of);
        for (String name : path) {
            at = at.flatMap(element -> children(element, name).stream().findFirst());
        }
        return at;
    }

    /** The text at a path, trimmed; empty where there is none. */
    static String text(Element of, String... path) {
        return child(of, path).map(Element::getTextContent).map(String::strip).orElse("");
    }

    private static final class Quiet implements ErrorHandler {
        @Override
        public void warning(SAXParseException e) {
            // a warning keeps nothing from being read
        }

        @Override
        public void error(SAXParseException e) throws SAXException {
            throw e;
        }

        @Override
        public void fatalError(SAXParseException e) throws SAXException {
            throw e;
        }
    }
}
