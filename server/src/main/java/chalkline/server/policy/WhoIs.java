package chalkline.server.policy;

/** Knows what roles somebody has now; told by the room that keeps the people. */
public interface WhoIs {

    /** Nobody with any right, where there is no such login, or none that may do more than choose a password. */
    Who of(String login);
}
