package chalkline.core.conventions;

import java.util.List;
import java.util.Optional;

/**
 * Sections taught in one shell, by sourcedId.
 *
 * @param lead the section whose shell is used; chosen by the policy where nobody chose
 * @param approved whether a person let it stand against the policy
 */
public record CrossList(String id, Optional<String> lead, List<String> joined, boolean approved) {}
