package chalkline.server.outlines;

import java.util.List;
import org.springframework.data.jpa.repository.JpaRepository;

interface ShellStarts extends JpaRepository<ShellStart, ShellStart.Key> {
    List<ShellStart> findByKeyTerm(String term);
}
