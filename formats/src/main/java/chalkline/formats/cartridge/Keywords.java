package chalkline.formats.cartridge;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.w3c.dom.Element;

/** The keywords in the metadata of an item (IEEE LOM, general.keyword). */
record Keywords(List<String> all) {

    static Keywords of(Element item) {
        List<String> all = new ArrayList<>();
        Xml.child(item, "metadata", "lom", "general")
                .ifPresent(
                        general -> Xml.children(general, "keyword").forEach(one -> all.add(Xml.text(one, "string"))));
        return new Keywords(all);
    }

    boolean has(String word) {
        return all.contains(word);
    }

    /** What follows a word that a keyword starts with. */
    Optional<String> after(String start) {
        return all.stream()
                .filter(word -> word.startsWith(start))
                .map(word -> word.substring(start.length()))
                .findFirst();
    }
}
