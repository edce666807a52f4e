package chalkline.standins.lms;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.function.UnaryOperator;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What shells and templates contain. Materials of items are counted in bytes; nobody sends them over the port. */
@Repository
@Transactional
class Outlines {
    private static final TypeReference<List<Wire.Unit>> UNITS = new TypeReference<>() {};

    private final JdbcClient db;
    private final JsonMapper json;
    private final Shells shells;

    Outlines(JdbcClient db, JsonMapper json, Shells shells) {
        this.db = db;
        this.json = json;
        this.shells = shells;
    }

    List<Wire.Unit> of(String key) {
        return db.sql("select outline from shell where shell_key = ?")
                .param(key)
                .query(String.class)
                .optional()
                .map(this::read)
                .orElse(List.of());
    }

    Optional<List<Wire.Unit>> ofTemplate(String id) {
        return db.sql("select outline from template where id = ?")
                .param(id)
                .query(String.class)
                .optional()
                .map(this::read);
    }

    private List<Wire.Unit> read(String outline) {
        return json.readValue(outline, UNITS);
    }

    void putTemplate(Wire.TemplatePut put) {
        db.sql("replace into template (id, title, outline) values (?, ?, ?)")
                .params(put.id(), put.title(), json.writeValueAsString(put.units()))
                .update();
    }

    /** Puts a shell's content in order; an item of the same kind and title keeps its materials. */
    void put(Wire.OutlinePut put) {
        shells.refuseWorkedIn(put.key(), put.untouched());
        Map<List<String>, Long> sizes = new HashMap<>();
        of(put.key())
                .forEach(unit -> unit.items().forEach(item -> {
                    if (item.size() != null) {
                        sizes.put(List.of(unit.title(), item.kind(), item.title()), item.size());
                    }
                }));
        List<Wire.Unit> units = put.units().stream()
                .map(unit ->
                        items(unit, item -> sized(item, sizes.get(List.of(unit.title(), item.kind(), item.title())))))
                .toList();
        write(put.key(), units);
    }

    void write(String key, List<Wire.Unit> units) {
        long mark = shells.nextMark();
        db.sql("update shell set outline = ?, mark = ?, edited = ? where shell_key = ?")
                .params(json.writeValueAsString(known(units)), mark, mark, key)
                .update();
    }

    /** Somebody puts a page into a shell by hand, in a unit of its own. */
    void addByHand(String key, String title) {
        Wire.Item page = new Wire.Item(null, "page", title, null, null, null, null, null);
        List<Wire.Unit> units = new ArrayList<>(of(key));
        units.add(new Wire.Unit(title, null, null, null, List.of(page)));
        write(key, units);
    }

    /** Items that are new get an id. */
    static List<Wire.Unit> known(List<Wire.Unit> units) {
        return units.stream()
                .map(unit -> items(
                        unit,
                        item -> item.id() != null
                                ? item
                                : new Wire.Item(
                                        UUID.randomUUID().toString(),
                                        item.kind(),
                                        item.title(),
                                        item.text(),
                                        item.address(),
                                        item.points(),
                                        item.due(),
                                        item.size())))
                .toList();
    }

    /** The units without the materials of their items. */
    static List<Wire.Unit> withoutMaterials(List<Wire.Unit> units) {
        return units.stream()
                .map(unit -> items(unit, item -> sized(item, null)))
                .toList();
    }

    private static Wire.Unit items(Wire.Unit unit, UnaryOperator<Wire.Item> change) {
        return new Wire.Unit(
                unit.title(),
                unit.instruction(),
                unit.first(),
                unit.last(),
                unit.items().stream().map(change).toList());
    }

    private static Wire.Item sized(Wire.Item item, @Nullable Long size) {
        return new Wire.Item(
                item.id(), item.kind(), item.title(), item.text(), item.address(), item.points(), item.due(), size);
    }
}
