package chalkline.server.proof;

import chalkline.server.frame.Refusal;

/**
 * What a proof was computed from: versions that never change, so the key alone says what stands in it.
 *
 * @param term the term's code
 * @param arrival the registrar's list
 * @param conventions their version
 * @param held the version of what the LMS holds
 */
public record ProofKey(String term, long arrival, int conventions, int held) {

    /** The versions in one word, as a screen sends them back. */
    public String versions() {
        return arrival + "." + conventions + "." + held;
    }

    /** The key from a term and what {@link #versions} gave. */
    public static ProofKey of(String term, String versions) {
        if (!versions.matches("[0-9]{1,15}\\.[0-9]{1,9}\\.[0-9]{1,9}")) {
            throw new Refusal("versions", 0, "\"" + versions + "\" names no versions.");
        }
        String[] parts = versions.split("\\.");
        return new ProofKey(term, Long.parseLong(parts[0]), Integer.parseInt(parts[1]), Integer.parseInt(parts[2]));
    }

    /** The same list and held shells under another version of the conventions. */
    public ProofKey withConventions(int version) {
        return new ProofKey(term, arrival, version, held);
    }
}
