package chalkline.server.templates;

import java.util.List;
import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface TemplateVersions extends JpaRepository<TemplateVersion, TemplateVersion.Key> {

    /** The last version of every template that was not taken out, by title. */
    @Query("""
            from TemplateVersion t where not t.gone and t.key.number = (
              select max(o.key.number) from TemplateVersion o where o.key.templateId = t.key.templateId)
            order by t.title, t.key.templateId""")
    List<TemplateVersion> current();

    @Query("from TemplateVersion t where t.key.templateId = :id order by t.key.number desc limit 1")
    Optional<TemplateVersion> last(String id);
}
