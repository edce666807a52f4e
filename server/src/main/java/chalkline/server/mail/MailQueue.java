package chalkline.server.mail;

import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.Time;
import java.sql.Timestamp;
import java.time.Duration;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.util.HtmlUtils;

/** Keeps what is to be told by mail, in the transaction of what it tells of, so that neither is there without the other. */
@Component
public class MailQueue {
    private static final int LONGEST_REASON = 500;
    private static final Duration LONGEST_PAUSE = Duration.ofHours(1);

    private final JdbcClient db;
    private final Time time;
    private final ChalkLineSettings settings;

    MailQueue(JdbcClient db, ChalkLineSettings settings, Time time) {
        this.time = time;
        this.db = db;
        this.settings = settings;
    }

    /** A message to one recipient. */
    record Waiting(long id, String key, String recipient, String subject, String plain, String html, int tries) {}

    /**
     * Tells whoever is told of what goes on at night.
     *
     * @param key what is told, such as {@code arrival-12}; it is told once
     * @param paragraphs plain text
     * @param path where to look, such as {@code /27SP/arrivals}
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void tell(String key, String subject, List<String> paragraphs, String path) {
        settings.mail().to().forEach(recipient -> send(key, recipient, subject, paragraphs, path));
    }

    /**
     * Tells one recipient.
     *
     * @param key what is told; it is told once
     * @param paragraphs plain text
     * @param path where to look
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public void send(String key, String recipient, String subject, List<String> paragraphs, String path) {
        String link = settings.mail().links() + path;
        StringBuilder html = new StringBuilder();
        paragraphs.forEach(text -> html.append("<p>")
                .append(HtmlUtils.htmlEscape(text).replace("\n", "<br>\n"))
                .append("</p>\n"));
        html.append("<p><a href=\"").append(HtmlUtils.htmlEscape(link)).append("\">Look at it</a></p>\n");
        db.sql("insert ignore into mail (message_key, recipient, subject, plain, html, created_at, due_at)"
                        + " values (?, ?, ?, ?, ?, ?, ?)")
                .params(
                        key,
                        recipient,
                        subject,
                        String.join("\n\n", paragraphs) + "\n\n" + link + "\n",
                        html.toString(),
                        now(),
                        now())
                .update();
    }

    /** One that is due, which nobody else takes meanwhile; to be called within a transaction. */
    Optional<Waiting> due() {
        return db.sql("select * from mail where sent_at is null and due_at <= ? order by due_at, id limit 1"
                        + " for update skip locked")
                .param(now())
                .query((row, n) -> new Waiting(
                        row.getLong("id"),
                        row.getString("message_key"),
                        row.getString("recipient"),
                        row.getString("subject"),
                        row.getString("plain"),
                        row.getString("html"),
                        row.getInt("tries")))
                .optional();
    }

    void sent(Waiting mail) {
        db.sql("update mail set sent_at = ?, tries = tries + 1, reason = '' where id = ?")
                .params(now(), mail.id())
                .update();
    }

    /** It is tried again, later each time. */
    void failed(Waiting mail, String reason) {
        Duration grown = settings.retryPause().multipliedBy(1L << Math.min(mail.tries(), 10));
        Duration pause = grown.compareTo(LONGEST_PAUSE) < 0 ? grown : LONGEST_PAUSE;
        db.sql("update mail set due_at = ?, tries = tries + 1, reason = ? where id = ?")
                .params(
                        Timestamp.from(time.now().plus(pause)),
                        reason.length() <= LONGEST_REASON ? reason : reason.substring(0, LONGEST_REASON),
                        mail.id())
                .update();
    }

    private Timestamp now() {
        return Timestamp.from(time.now());
    }
}
