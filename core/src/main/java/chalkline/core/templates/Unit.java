package chalkline.core.templates;

import java.util.List;

/**
 * One unit of an outline.
 *
 * @param instruction what the instructor is told; students do not see it
 */
public record Unit(String title, String instruction, List<Item> items) {}
