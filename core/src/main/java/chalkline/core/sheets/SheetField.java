package chalkline.core.sheets;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/** What a column of a sheet of courses can say of a section, with the headings that it is known by. */
public enum SheetField {
    COURSE("course", "course", "course code", "course number", "course no", "subject and number", "catalog number"),
    SUBJECT("subject", "subject", "subj", "subject code", "prefix"),
    NUMBER("number", "course number alone", "number", "no", "catalogue number"),
    TITLE("title", "title", "course title", "course name", "name", "name of course", "description"),
    SECTION("section", "section", "section number", "section no", "sec", "class section", "group"),
    TERM("term", "term", "term code", "session", "semester", "academic term"),
    REFERENCE("reference", "reference number", "reference", "ref", "reference no", "registration number", "ref no"),
    DEPARTMENT("department", "department", "dept", "department code", "unit", "owner"),
    INSTRUCTORS(
            "instructors",
            "instructors",
            "instructor",
            "teacher",
            "teachers",
            "taught by",
            "professor",
            "faculty",
            "instructor email",
            "instructor e-mail",
            "email",
            "e-mail",
            "lecturer",
            "facilitator"),
    STARTS("starts", "first day", "starts", "start", "start date", "begins", "from", "begin date"),
    ENDS("ends", "last day", "ends", "end", "end date", "until", "to", "finish"),
    MEETS("meets", "meets", "meeting time", "meeting times", "times", "time", "days and times", "schedule", "days"),
    ROOM("room", "room", "location", "place", "building and room", "venue"),
    DELIVERY("delivery", "delivery", "mode", "delivery mode", "format", "modality"),
    CAMPUS("campus", "campus", "site"),
    CAPACITY("capacity", "capacity", "seats", "max", "maximum", "places", "enrollment limit", "cap"),
    SEATS("seats", "seats of a partner"),
    CREDIT("credit", "kind of credit", "credit", "credit type", "credit kind", "credits"),
    TAGS("tags", "tags", "tag", "labels", "keywords");

    private final String key;
    private final String plainName;
    private final List<String> headings;

    SheetField(String key, String plainName, String... headings) {
        this.key = key;
        this.plainName = plainName;
        this.headings = List.of(headings);
    }

    public String key() {
        return key;
    }

    /** What it is called on screen. */
    public String plainName() {
        return plainName;
    }

    /** Whether a heading, in small letters and single spaces, means it. */
    boolean isCalled(String heading) {
        return plainName.equals(heading) || headings.contains(heading);
    }

    public static Optional<SheetField> named(String key) {
        return Arrays.stream(values()).filter(one -> one.key.equals(key)).findFirst();
    }
}
