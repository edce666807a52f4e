package chalkline.server.templates;

import org.springframework.data.jpa.repository.JpaRepository;

interface TemplateFiles extends JpaRepository<TemplateFile, String> {}
