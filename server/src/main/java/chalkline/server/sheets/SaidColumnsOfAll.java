package chalkline.server.sheets;

import org.springframework.data.jpa.repository.JpaRepository;

interface SaidColumnsOfAll extends JpaRepository<SaidColumns, String> {}
