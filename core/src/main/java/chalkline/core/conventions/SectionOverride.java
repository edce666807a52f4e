package chalkline.core.conventions;

import java.util.Map;

/** Values for one section alone, by its sourcedId; they come after all layers. */
public record SectionOverride(String section, Map<Setting, Value> set) {}
