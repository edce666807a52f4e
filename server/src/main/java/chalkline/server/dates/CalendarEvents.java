package chalkline.server.dates;

import org.springframework.data.jpa.repository.JpaRepository;

interface CalendarEvents extends JpaRepository<CalendarEvent, String> {}
