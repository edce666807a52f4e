package chalkline.formats.yaml;

/** A place in a file, counted from 1. */
public record Place(long line, int column) {}
