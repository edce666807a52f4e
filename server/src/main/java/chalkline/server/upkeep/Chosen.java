package chalkline.server.upkeep;

import jakarta.validation.constraints.NotBlank;

/** Something that drifted and was chosen, by shell and field. */
record Chosen(@NotBlank String key, @NotBlank String field) {}
