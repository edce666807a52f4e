package chalkline.server.requests;

import chalkline.core.naming.Digest;
import chalkline.server.frame.NotFound;
import chalkline.server.frame.SignedIn;
import chalkline.server.frame.Time;
import chalkline.server.mail.MailQueue;
import chalkline.server.people.PeopleService;
import chalkline.server.people.PeopleViews;
import java.security.SecureRandom;
import java.sql.Timestamp;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Base64;
import java.util.Collection;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Tells people of requests by mail, each with a link of their own that is good for a time. */
@Component
class RequestMail {
    private static final Duration GOOD_FOR = Duration.ofDays(14);
    /** So long it is said of a link that it is no longer good. */
    private static final Duration REMEMBERED = Duration.ofDays(90);

    private static final int SECRET_BYTES = 24;
    private static final SecureRandom RANDOM = new SecureRandom();

    private final MailQueue mail;
    private final JdbcClient db;
    private final PeopleService people;
    private final Time time;

    RequestMail(MailQueue mail, JdbcClient db, PeopleService people, Time time) {
        this.time = time;
        this.mail = mail;
        this.db = db;
        this.people = people;
    }

    /** Tells whoever asked. */
    void tellAsker(ShellRequest request, long turn, String subject, String... paragraphs) {
        people.contact(request.asker()).ifPresent(one -> tell(request, turn, List.of(one), subject, paragraphs));
    }

    /**
     * Tells some people, each with a link of their own.
     *
     * @param turn the turn that it tells of; it is told once
     */
    void tell(
            ShellRequest request,
            long turn,
            Collection<PeopleViews.Contact> whom,
            String subject,
            String... paragraphs) {
        for (PeopleViews.Contact one : whom) {
            if (!one.email().isBlank()) {
                List<String> all = new ArrayList<>();
                for (String paragraph : paragraphs) {
                    if (!paragraph.isBlank()) {
                        all.add(paragraph);
                    }
                }
                all.add("The link is for you alone and is good for %d days; after that you find it under Requests."
                        .formatted(GOOD_FOR.toDays()));
                mail.send(
                        "request-" + request.id() + "-" + turn,
                        one.email(),
                        subject,
                        all,
                        "/?view=requests&link=" + link(request.id(), one.login()));
            }
        }
    }

    private String link(long request, String login) {
        db.sql("delete from request_link where until < ?")
                .param(Timestamp.from(time.now().minus(REMEMBERED)))
                .update();
        byte[] bytes = new byte[SECRET_BYTES];
        RANDOM.nextBytes(bytes);
        String secret = Base64.getUrlEncoder().withoutPadding().encodeToString(bytes);
        db.sql("insert into request_link (digest, request_id, login, until) values (?, ?, ?, ?)")
                .params(
                        Digest.of(secret),
                        request,
                        login,
                        Timestamp.from(time.now().plus(GOOD_FOR)))
                .update();
        return secret;
    }

    private record Leads(long request, String login, Instant until) {}

    /** What a link leads to. It lets nobody in: it is for the person it was sent to, signed in. */
    RequestViews.Linked follow(String secret) {
        Leads to = db.sql("select request_id, login, until from request_link where digest = ?")
                .param(Digest.of(secret))
                .query((row, n) -> new Leads(
                        row.getLong("request_id"),
                        row.getString("login"),
                        row.getTimestamp("until").toInstant()))
                .optional()
                .orElseThrow(() -> new NotFound("This link leads nowhere. Look for the request in the list."));
        if (!to.login().equals(SignedIn.login())) {
            throw new NotFound("This link was sent to somebody else. Look for the request in the list.");
        }
        if (to.until().isBefore(time.now())) {
            throw new NotFound("This link is no longer good. Look for the request in the list.");
        }
        return new RequestViews.Linked(to.request());
    }
}
