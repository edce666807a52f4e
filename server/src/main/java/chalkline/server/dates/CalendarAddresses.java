package chalkline.server.dates;

import java.util.Optional;
import org.springframework.data.jpa.repository.JpaRepository;

interface CalendarAddresses extends JpaRepository<CalendarAddress, Long> {

    Optional<CalendarAddress> findByTermAndKindAndScopeKey(String term, CalendarKind kind, String scopeKey);

    Optional<CalendarAddress> findBySecretHash(String secretHash);
}
