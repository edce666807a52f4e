package chalkline.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.net.URI;
import org.junit.jupiter.api.Test;

/** The walks say that a page is sound; this says that one that is not would be found. */
class BrowserTest {
    @Test
    void aPageThatIsNotSoundIsFound() {
        try (Browser browser = new Browser(URI.create("http://127.0.0.1/"))) {
            browser.page.setContent("""
                    <html lang=en><title>A page</title><main><h1>A page</h1>
                    <img src="data:,"><p style="color: #999; background: #aaa">Hardly to be read</p></main></html>""");
            assertThat(browser.axe())
                    .hasSize(2)
                    .anySatisfy(fault ->
                            assertThat(fault).startsWith("color-contrast: ").contains("Hardly to be read"))
                    .anySatisfy(fault -> assertThat(fault).startsWith("image-alt: "));
        }
    }
}
