package chalkline.server.requests;

import chalkline.core.Bounds;
import chalkline.core.requests.RequestKind;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What somebody asks for.
 *
 * @param sections sourcedIds; all that come together, or the one that it is about
 * @param lead the section whose shell the others come into; {@code most} for the one with most students, {@code lowest} for
 *     the lowest number; null to leave it to the policy
 * @param from what the shell starts from, as conventions write it: a template's name, “previous”, “none”,
 *     “master:” and a master's name; of a shell for developing in, the key of the shell whose content it begins with
 * @param title the title, as a pattern; of a shell for developing in, its name
 * @param opens a moment, as conventions write it; empty for what the layers say; null to leave it
 * @param open {@code yes} where it opens by itself then, {@code no} where the instructor opens it; null to leave it
 */
record Wish(
        @NotBlank @Size(max = Bounds.ID) String term,
        @NotNull RequestKind kind,
        @NotEmpty @Size(max = Bounds.JOINED) List<@NotBlank @Size(max = Bounds.ID) String> sections,
        @Nullable @Size(max = Bounds.ID) String lead,
        @Nullable @Size(max = Bounds.ID) String from,
        @Nullable @Size(max = Bounds.VALUE) String title,
        @Nullable @Size(max = Bounds.VALUE) String opens,
        @Nullable @Size(max = 3) String open,
        @NotNull @Size(max = Bounds.REASON) String note) {}
