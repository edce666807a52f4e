package chalkline.server.templates;

import jakarta.persistence.Entity;
import jakarta.persistence.Id;

/** A file of templates, known by what is in it. Never changed. */
@Entity
class TemplateFile {
    @Id
    private String hash;

    private byte[] content;

    protected TemplateFile() {}

    TemplateFile(String hash, byte[] content) {
        this.hash = hash;
        this.content = content.clone();
    }

    byte[] content() {
        return content.clone();
    }
}
