package chalkline.server.exports;

import java.util.List;
import java.util.Optional;
import org.springframework.data.domain.Limit;
import org.springframework.data.jpa.repository.JpaRepository;

interface Exports extends JpaRepository<Export, Long> {
    List<Export> findByTermOrderByIdDesc(String term, Limit limit);

    Optional<Export> findFirstByTermAndFormAndStateOrderByIdDesc(String term, Export.Form form, Export.State state);
}
