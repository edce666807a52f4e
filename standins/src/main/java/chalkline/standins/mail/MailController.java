package chalkline.standins.mail;

import java.util.List;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseBody;

/** The inbox, as a page and as data. */
@Controller
public class MailController {
    private final Inbox inbox;

    MailController(Inbox inbox) {
        this.inbox = inbox;
    }

    @GetMapping("/mail")
    String page(Model model) {
        List<Inbox.Message> messages = inbox.all();
        model.addAttribute("messages", messages);
        model.addAttribute("none", messages.isEmpty());
        return "mail";
    }

    @GetMapping("/mail/api/messages")
    @ResponseBody
    List<Inbox.Message> messages() {
        return inbox.all();
    }

    /** So many of the next messages are not taken. */
    @PutMapping("/mail/api/refuse")
    @ResponseBody
    void refuse(@RequestParam int next) {
        inbox.refuse(next);
    }
}
