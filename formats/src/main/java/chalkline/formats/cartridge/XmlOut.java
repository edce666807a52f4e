package chalkline.formats.cartridge;

import java.io.ByteArrayOutputStream;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamWriter;

/** Writes XML; what is opened is closed in turn. */
final class XmlOut {
    private final ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    private final XMLStreamWriter out;

    XmlOut() {
        try {
            out = XMLOutputFactory.newDefaultFactory().createXMLStreamWriter(bytes, "UTF-8");
            out.writeStartDocument("UTF-8", "1.0");
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
    }

    XmlOut open(String name) {
        return open(name, "");
    }

    /**
     * Opens an element.
     *
     * @param namespace the default namespace that it starts; empty where it starts none
     * @param attributes names and values in turn
     */
    XmlOut open(String name, String namespace, String... attributes) {
        try {
            out.writeStartElement(name);
            if (!namespace.isEmpty()) {
                out.writeAttribute("xmlns", namespace);
            }
            for (int i = 0; i < attributes.length; i += 2) {
                out.writeAttribute(attributes[i], attributes[i + 1]);
            }
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
        return this;
    }

    XmlOut leaf(String name, String text, String... attributes) {
        open(name, "", attributes);
        try {
            out.writeCharacters(text);
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
        return close(1);
    }

    XmlOut close(int elements) {
        try {
            for (int i = 0; i < elements; i++) {
                out.writeEndElement();
            }
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
        return this;
    }

    byte[] bytes() {
        try {
            out.writeEndDocument();
            out.close();
        } catch (XMLStreamException e) {
            throw new IllegalStateException(e);
        }
        return bytes.toByteArray();
    }
}
