package chalkline.server.dates;

import org.springframework.data.jpa.repository.JpaRepository;
import org.springframework.data.jpa.repository.Modifying;
import org.springframework.data.jpa.repository.Query;

interface CalendarEvents extends JpaRepository<CalendarEvent, String> {
    /** One at a time changes what calendars and their addresses are, until its transaction ends; to be asked first. */
    @Modifying
    @Query(value = "update calendar_lock set turn = turn + 1 where id = 1", nativeQuery = true)
    void lock();
}
