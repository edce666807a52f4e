package chalkline.server.mail;

import chalkline.server.ChalkLineSettings;
import jakarta.mail.MessagingException;
import jakarta.mail.Session;
import jakarta.mail.internet.MimeMessage;
import java.nio.charset.StandardCharsets;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.mail.MailException;
import org.springframework.mail.javamail.JavaMailSenderImpl;
import org.springframework.mail.javamail.MimeMessageHelper;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Sends what is in the queue, plain and as HTML. A message has the same id (RFC 5322) at every try: where the program ended
 * between sending and writing that down, its second coming is known for one.
 */
@Component
class SendMail {
    private static final Logger LOG = LoggerFactory.getLogger(SendMail.class);
    private static final int AT_A_TIME = 20;

    private final MailQueue queue;
    private final ObjectProvider<JavaMailSenderImpl> sender;
    private final ChalkLineSettings settings;
    private final TransactionTemplate transaction;

    SendMail(
            MailQueue queue,
            ObjectProvider<JavaMailSenderImpl> sender,
            ChalkLineSettings settings,
            TransactionTemplate transaction) {
        this.transaction = transaction;
        this.queue = queue;
        this.sender = sender;
        this.settings = settings;
    }

    /** To be called again and again. */
    void some() {
        JavaMailSenderImpl mail = sender.getIfAvailable();
        if (mail == null || mail.getHost() == null || mail.getHost().isBlank()) {
            return;
        }
        boolean more = true;
        for (int n = 0; n < AT_A_TIME && more; n++) {
            more = Boolean.TRUE.equals(transaction.execute(status -> one(mail)));
        }
    }

    private boolean one(JavaMailSenderImpl mail) {
        Optional<MailQueue.Waiting> due = queue.due();
        due.ifPresent(one -> {
            try {
                mail.send(message(mail.getSession(), one));
                queue.sent(one);
            } catch (MailException | MessagingException e) {
                LOG.warn("Mail {} could not be sent: {}", one.id(), e.getClass().getSimpleName());
                queue.failed(one, String.valueOf(e.getMessage()));
            }
        });
        return due.isPresent();
    }

    private MimeMessage message(Session session, MailQueue.Waiting one) throws MessagingException {
        MimeMessage message = new WithItsId(session, "<" + one.key() + "." + one.id() + "@chalkline>");
        MimeMessageHelper helper = new MimeMessageHelper(message, true, StandardCharsets.UTF_8.name());
        helper.setFrom(settings.mail().from());
        helper.setTo(one.recipient());
        helper.setSubject(one.subject());
        helper.setText(one.plain(), one.html());
        return message;
    }

    private static final class WithItsId extends MimeMessage {
        private final String id;

        WithItsId(Session session, String id) {
            super(session);
            this.id = id;
        }

        @Override
        protected void updateMessageID() throws MessagingException {
            setHeader("Message-ID", id);
        }
    }
}
