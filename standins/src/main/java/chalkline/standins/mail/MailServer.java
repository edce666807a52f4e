package chalkline.standins.mail;

import chalkline.standins.StandInSettings;
import jakarta.mail.MessagingException;
import java.io.IOException;
import java.net.InetAddress;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.DisposableBean;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.subethamail.smtp.RejectException;
import org.subethamail.smtp.server.SMTPServer;

/** Takes mail by SMTP (RFC 5321), on loopback, and keeps it in the inbox. */
@Component
class MailServer implements DisposableBean {
    private static final Logger LOG = LoggerFactory.getLogger(MailServer.class);
    private static final int TRY_LATER = 451;

    private final Inbox inbox;
    private final int port;
    private @Nullable SMTPServer server;

    MailServer(Inbox inbox, StandInSettings settings) {
        this.inbox = inbox;
        this.port = settings.mailPort();
    }

    @EventListener(ApplicationReadyEvent.class)
    void start() {
        if (port > 0) {
            server = SMTPServer.port(port)
                    .bindAddress(InetAddress.getLoopbackAddress())
                    .messageHandler((context, from, to, bytes) -> take(from, to, bytes))
                    .build();
            server.start();
        }
    }

    private void take(String from, String to, byte[] bytes) throws RejectException {
        if (!inbox.takes()) {
            throw new RejectException(TRY_LATER, "Busy; try later");
        }
        try {
            inbox.take(from, to, bytes);
        } catch (MessagingException | IOException e) {
            LOG.warn("A message could not be read", e);
            throw new RejectException(554, "That is no message");
        }
    }

    @Override
    public void destroy() {
        if (server != null) {
            server.stop();
        }
    }
}
