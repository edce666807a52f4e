package chalkline.core.naming;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

class DigestTest {
    /** Expected values: GNU coreutils, {@code printf 'abc' | sha256sum} and {@code printf 'é' | sha256sum}. */
    @Test
    void isTheSha256OfTheTextInUtf8() {
        assertThat(Digest.of("abc")).isEqualTo("ba7816bf8f01cfea414140de5dae2223b00361a396177a9cb410ff61f20015ad");
        assertThat(Digest.of("\u00E9")).isEqualTo("4a99557e4033c3539de2eb65472017cad5f9557f7a0625a09f1c3f6e2ba69c4c");
    }
}
