package chalkline.formats.cartridge;

import java.nio.charset.StandardCharsets;
import org.jsoup.nodes.Document;

/** Pages that are made of an item's text. */
final class Pages {
    /** How a page of ours is known again. */
    static final String GENERATOR = "chalkline";

    private Pages() {}

    static byte[] html(String title, String text) {
        Document page = Document.createShell("");
        page.head().appendElement("meta").attr("charset", "utf-8");
        page.head().appendElement("meta").attr("name", "generator").attr("content", GENERATOR);
        page.title(title);
        page.body().appendElement("pre").text(text).attr("style", "white-space: pre-wrap; font: inherit");
        page.outputSettings().prettyPrint(false);
        return ("<!DOCTYPE html>" + page.outerHtml()).getBytes(StandardCharsets.UTF_8);
    }
}
