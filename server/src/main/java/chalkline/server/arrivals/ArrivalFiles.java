package chalkline.server.arrivals;

import org.springframework.data.jpa.repository.JpaRepository;

interface ArrivalFiles extends JpaRepository<ArrivalFile, Long> {}
