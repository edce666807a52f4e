package chalkline.standins.mail;

import jakarta.mail.BodyPart;
import jakarta.mail.MessagingException;
import jakarta.mail.Multipart;
import jakarta.mail.Part;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.sql.Timestamp;
import java.time.InstantSource;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.Properties;
import java.util.concurrent.atomic.AtomicInteger;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What came by mail, for everybody. */
@Component
class Inbox {
    private static final int SHOWN = 100;

    private final JdbcClient db;
    private final InstantSource time;
    private final AtomicInteger refuses = new AtomicInteger();

    Inbox(JdbcClient db, InstantSource time) {
        this.time = time;
        this.db = db;
    }

    /** @param times how often it was sent; more than once is a mistake of the sender's */
    record Message(
            long id,
            String messageId,
            String sender,
            String recipient,
            String subject,
            String plain,
            String html,
            int times,
            String receivedAt) {}

    /** So many of the next messages are not taken, as by a server that is busy. */
    void refuse(int next) {
        refuses.set(next);
    }

    boolean takes() {
        return refuses.getAndUpdate(left -> Math.max(0, left - 1)) == 0;
    }

    void take(String sender, String recipient, byte[] bytes) throws MessagingException, IOException {
        MimeMessage message = new MimeMessage(Session.getInstance(new Properties()), new ByteArrayInputStream(bytes));
        db.sql("insert into mail (message_id, sender, recipient, subject, plain, html, received_at)"
                        + " values (?, ?, ?, ?, ?, ?, ?) on duplicate key update times = times + 1")
                .params(
                        Objects.requireNonNullElse(message.getMessageID(), "none-" + time.instant()),
                        sender,
                        recipient,
                        Objects.requireNonNullElse(message.getSubject(), ""),
                        text(message, "text/plain").orElse(""),
                        text(message, "text/html").orElse(""),
                        Timestamp.from(time.instant()))
                .update();
    }

    private static Optional<String> text(Part part, String type) throws MessagingException, IOException {
        if (part.isMimeType(type)) {
            return Optional.of((String) part.getContent());
        }
        if (part.getContent() instanceof Multipart parts) {
            for (int i = 0; i < parts.getCount(); i++) {
                BodyPart one = parts.getBodyPart(i);
                Optional<String> found = text(one, type);
                if (found.isPresent()) {
                    return found;
                }
            }
        }
        return Optional.empty();
    }

    /** The latest first. */
    List<Message> all() {
        return db.sql("select * from mail order by id desc limit " + SHOWN)
                .query((row, n) -> new Message(
                        row.getLong("id"),
                        row.getString("message_id"),
                        row.getString("sender"),
                        row.getString("recipient"),
                        row.getString("subject"),
                        row.getString("plain"),
                        row.getString("html"),
                        row.getInt("times"),
                        row.getTimestamp("received_at").toInstant().toString()))
                .list();
    }
}
