package chalkline.core.sheets;

import chalkline.core.conventions.Setting;
import java.util.Optional;

/**
 * What a column is taken for: a field of a section, the seats of one partner, a setting of the conventions, or nothing.
 *
 * @param key {@code course}, {@code seats:Westhaven}, {@code set:opens}; empty where the column is not read
 */
public record SheetColumn(String key) {
    public static final SheetColumn NOTHING = new SheetColumn("");
    private static final String SETTING = "set:";
    private static final String SEATS = "seats:";

    static SheetColumn of(SheetField field) {
        return new SheetColumn(field.key());
    }

    static SheetColumn of(Setting setting) {
        return new SheetColumn(SETTING + setting.key());
    }

    static SheetColumn seatsOf(String partner) {
        return new SheetColumn(SEATS + partner);
    }

    /** Whether there is something of this name. */
    public boolean isKnown() {
        return key.isEmpty() || setting().isPresent() || (field().isPresent() && !key.equals("seats"));
    }

    public Optional<SheetField> field() {
        return key.startsWith(SEATS) ? Optional.of(SheetField.SEATS) : SheetField.named(key);
    }

    public Optional<Setting> setting() {
        return key.startsWith(SETTING) ? Setting.named(key.substring(SETTING.length())) : Optional.empty();
    }

    /** The partner whose seats it says. */
    String partner() {
        return key.substring(SEATS.length());
    }

    /** What it is called on screen. */
    public String plainName() {
        if (key.startsWith(SEATS)) {
            return "seats of " + partner();
        }
        return setting()
                .map(Setting::plainName)
                .or(() -> field().map(SheetField::plainName))
                .orElse("not read");
    }
}
