package chalkline.server.people;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.userdetails.UserDetails;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

@RestController
class PeopleController {
    private final PeopleService people;
    private final OpenIdSignIn openId;

    PeopleController(PeopleService people, OpenIdSignIn openId) {
        this.openId = openId;
        this.people = people;
    }

    record PasswordChange(@NotNull String now, @NotNull String next) {}

    record Invitation(
            @NotNull @Pattern(regexp = "[a-z0-9._-]{2,60}") String login,
            @Valid @NotNull PeopleViews.Wish who) {}

    /**
     * How one signs in.
     *
     * @param campus what people call the provider with which they sign in; null where there is none
     */
    record Ways(@Nullable String campus) {}

    @GetMapping("/api/sign-in/ways")
    Ways ways() {
        return new Ways(openId.name().orElse(null));
    }

    @GetMapping("/api/me")
    PeopleViews.Me me() {
        return people.me();
    }

    /** Another password for whoever is signed in; all of what the role allows is allowed from then on. */
    @PostMapping("/api/me/password")
    PeopleViews.Me changePassword(
            @Valid @RequestBody PasswordChange change, HttpServletRequest request, HttpServletResponse response) {
        UserDetails now = people.changePassword(change.now(), change.next());
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(now, null, now.getAuthorities()));
        SecurityContextHolder.setContext(context);
        request.changeSessionId();
        new HttpSessionSecurityContextRepository().saveContext(context, request, response);
        return people.me();
    }

    /** Ends all sign-ins of whoever is signed in, this one included. */
    @PostMapping("/api/me/sign-out-everywhere")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void signOutEverywhere() {
        people.signOutEverywhere();
    }

    @GetMapping("/api/people")
    List<PeopleViews.Person> all() {
        return people.all();
    }

    @PostMapping("/api/people")
    @ResponseStatus(HttpStatus.CREATED)
    PeopleViews.FirstPassword invite(@Valid @RequestBody Invitation invitation) {
        return people.invite(invitation.login(), invitation.who());
    }

    @PutMapping("/api/people/{login}")
    PeopleViews.Person change(@PathVariable String login, @Valid @RequestBody PeopleViews.Wish who) {
        return people.change(login, who);
    }

    @PostMapping("/api/people/{login}/password")
    PeopleViews.FirstPassword reset(@PathVariable String login) {
        return people.reset(login);
    }

    @PostMapping("/api/people/{login}/disabled")
    void disable(@PathVariable String login, @RequestParam boolean disabled) {
        people.disable(login, disabled);
    }
}
