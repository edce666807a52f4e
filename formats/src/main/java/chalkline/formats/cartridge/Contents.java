package chalkline.formats.cartridge;

import chalkline.core.templates.Item;
import java.math.BigDecimal;

/** The XML files that stand behind items, each after its own specification (1EdTech; written from memory). */
final class Contents {
    private static final String PLAIN = "text/plain";

    private Contents() {}

    static byte[] webLink(Item item) {
        XmlOut xml = new XmlOut().open("webLink", Names.WEB_LINK);
        xml.leaf("title", item.title());
        xml.open("url", "", "href", item.address()).close(2);
        return xml.bytes();
    }

    static byte[] topic(Item item) {
        XmlOut xml = new XmlOut().open("topic", Names.DISCUSSION);
        xml.leaf("title", item.title()).leaf("text", item.text(), "texttype", PLAIN);
        return xml.close(1).bytes();
    }

    static byte[] assignment(Item item, String id) {
        XmlOut xml = new XmlOut().open("assignment", Names.ASSIGNMENT, "identifier", id);
        xml.leaf("title", item.title()).leaf("text", item.text(), "texttype", PLAIN);
        if (item.points().isPresent()) {
            xml.leaf(
                    "gradable",
                    "true",
                    "points_possible",
                    item.points().map(BigDecimal::toPlainString).orElseThrow());
        } else {
            xml.leaf("gradable", "false");
        }
        xml.open("submission_formats").open("format", "", "type", "file");
        return xml.close(3).bytes();
    }

    /** An assessment of QTI 1.2 without questions yet. */
    static byte[] assessment(Item item, String id) {
        XmlOut xml = new XmlOut().open("questestinterop", Names.QTI);
        xml.open("assessment", "", "ident", id, "title", item.title());
        xml.open("qtimetadata").open("qtimetadatafield");
        xml.leaf("fieldlabel", "cc_profile").leaf("fieldentry", "cc.exam.v0p1").close(2);
        if (!item.text().isEmpty()) {
            xml.open("rubric")
                    .open("material")
                    .leaf("mattext", item.text(), "texttype", PLAIN)
                    .close(2);
        }
        xml.open("section", "", "ident", id + "-questions");
        return xml.close(3).bytes();
    }
}
