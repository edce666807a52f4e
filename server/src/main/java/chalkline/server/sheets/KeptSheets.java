package chalkline.server.sheets;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface KeptSheets extends JpaRepository<KeptSheet, Long> {
    List<KeptSheet> findTop50ByTermOrderByIdDesc(String term);
}
