package chalkline.server.access;

import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Who is in a shell, as screens and scripts see it. */
final class AccessViews {
    private AccessViews() {}

    /** Where somebody in a shell comes from. */
    public enum From {
        /** The registrar's list has this person teach one of its sections. */
        LIST,
        /** Somebody let this person in with Chalk Line. */
        LET_IN,
        /** Put in in the LMS itself. */
        BY_HAND
    }

    /**
     * Someone in a shell who is no student.
     *
     * @param id of who was let in, to end that; 0 for others
     * @param through the section, or who let the person in
     * @param until the last day; null where it has none
     * @param told whether the LMS knows; it is told as soon as the shell stands
     */
    public record Member(
            long id,
            String user,
            String name,
            String email,
            String role,
            From from,
            String through,
            @Nullable String until,
            String reason,
            boolean told) {}

    /** A word with which people enter; null where there is none. */
    public record Code(String code, @Nullable String until, String madeBy, Instant madeAt, boolean told) {}

    /**
     * Who is in a shell and how others come in.
     *
     * @param stands whether it stands in the LMS
     * @param ways the ways in that the conventions give it: {@code roster}, {@code code}, {@code by-hand}, {@code visitors}
     * @param may whether whoever looks may change it
     */
    public record Access(
            String key,
            String code,
            boolean stands,
            List<Member> members,
            List<String> ways,
            @Nullable Code entryCode,
            boolean may) {}
}
