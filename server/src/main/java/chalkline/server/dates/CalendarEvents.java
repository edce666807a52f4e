package chalkline.server.dates;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Query;

interface CalendarEvents extends JpaRepository<CalendarEvent, String> {
    /** One at a time changes what calendars and their addresses are, until its transaction ends; to be asked first. */
    @Query(value = "select id from calendar_lock where id = 1 for update", nativeQuery = true)
    int lock();
}
