package chalkline.core.calendar;

import java.time.LocalDate;

/** Days without teaching, first and last inclusive. */
public record Break(String name, LocalDate from, LocalDate to) {
    boolean has(LocalDate day) {
        return !day.isBefore(from) && !day.isAfter(to);
    }
}
