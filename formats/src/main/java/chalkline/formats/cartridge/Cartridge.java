package chalkline.formats.cartridge;

import chalkline.core.templates.Template;
import java.util.List;
import java.util.Map;

/**
 * A template as a Common Cartridge 1.3 package (1EdTech), with the files that belong to it.
 *
 * @param files contents by path in the package
 * @param leftOut what the package holds that a template does not keep, one sentence each
 */
public record Cartridge(Template template, Map<String, byte[]> files, List<String> leftOut) {}
