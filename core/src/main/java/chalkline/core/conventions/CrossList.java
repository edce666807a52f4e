package chalkline.core.conventions;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Sections taught in one shell, by sourcedId.
 *
 * @param lead the section whose shell is used; chosen by the policy where nobody chose
 * @param approved whether a person let it stand against the policy
 * @param reason what that person said why
 */
public record CrossList(String id, Optional<String> lead, List<String> joined, boolean approved, String reason) {

    public CrossList(String id, Optional<String> lead, List<String> joined, boolean approved) {
        this(id, lead, joined, approved, "");
    }

    /** All of its sections, the lead first where there is one. */
    public List<String> sections() {
        List<String> all = new ArrayList<>();
        lead.ifPresent(all::add);
        all.addAll(joined);
        return all;
    }
}
