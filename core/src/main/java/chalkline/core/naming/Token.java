package chalkline.core.naming;

import java.util.Arrays;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;

/** A name that stands in a pattern for a fact of the shell, with the words that explain it on screen. */
public enum Token {
    SUBJECT("subject", "the letters of the course code"),
    NUMBER("number", "the course number with its letters"),
    LEVEL("level", "the digits of the course number"),
    TITLE("title", "the course's title"),
    TOPIC("topic", "the section's own title where it differs from the course's, else empty"),
    COURSE("course", "subject and number of all the shell's courses"),
    SECTIONS("sections", "the numbers of all the shell's sections"),
    LABEL("label", "courses and sections of the shell, as short as they can be said"),
    SECTION("section", "the lead section's number"),
    REFERENCE("reference", "the registrar's own number for the section"),
    DELIVERY("delivery", "in person, online or hybrid, as the registrar says it"),
    CAMPUS("campus", "the site where it is taught"),
    PART("part", "the title of the part of term, empty for the whole term"),
    DEPARTMENT("department", "the department's name"),
    DEPARTMENT_CODE("department.code", "the department's code"),
    COLLEGE("college", "the college's name"),
    COLLEGE_CODE("college.code", "the college's code"),
    TERM_CODE("term.code", "the term's code"),
    TERM_NAME("term.name", "the term's title"),
    TERM_YEAR("term.year", "the year of the term's first day"),
    INSTRUCTOR("instructor", "family name of the lead section's primary instructor"),
    INSTRUCTORS("instructors", "family names of all instructors"),
    CREDITS("credits", "the course's credits"),
    TAGS("tags", "the section's tags");

    private static final Map<String, Token> BY_NAME =
            Arrays.stream(values()).collect(Collectors.toMap(Token::text, token -> token));

    private final String text;
    private final String help;

    Token(String text, String help) {
        this.text = text;
        this.help = help;
    }

    /** The name as it stands between braces. */
    public String text() {
        return text;
    }

    /** What it gives, in a few words for a person. */
    public String help() {
        return help;
    }

    public static Optional<Token> named(String name) {
        return Optional.ofNullable(BY_NAME.get(name));
    }
}
