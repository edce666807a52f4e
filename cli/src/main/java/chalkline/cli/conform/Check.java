package chalkline.cli.conform;

import java.util.function.Consumer;

/**
 * One thing that an adapter keeps or not.
 *
 * @param keeps what it keeps that passes, as a sentence
 * @param work calls the adapter; throws {@link Broken} where it does otherwise and {@link Lacking} where it does not offer it
 */
record Check(String name, String keeps, Consumer<Scene> work) {}
