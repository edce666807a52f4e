package chalkline.server.courses;

import chalkline.core.naming.Plain;
import chalkline.server.frame.NotFound;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.web.util.HtmlUtils;

/** Writes the pages that everybody may read, as HTML that needs nothing else. */
@Component
class CoursePages {
    private static final String HEAD =
            "<!doctype html><html lang=\"en\"><head><meta charset=\"utf-8\"><meta name=\"viewport\" content=\"width=device-width\">"
                    + "<title>%s</title><style>body{font:16px/1.5 sans-serif;max-width:46rem;margin:2rem auto;padding:0 1rem;"
                    + "color:#22282e;background:#fbf9f3}a{color:#1f5fa8}h1{font-size:1.5rem}h2{font-size:1.1rem;margin-top:1.5rem}"
                    + "dt{color:#565b62}dd{margin:0 0 .6rem}p{white-space:pre-line}</style></head><body>";
    private static final String END = "</body></html>";

    private final CourseService courses;

    CoursePages(CourseService courses) {
        this.courses = courses;
    }

    private Map<String, List<CourseViews.Course>> all() {
        return courses.published().orElseThrow(() -> new NotFound("This campus publishes no courses here."));
    }

    String departments() {
        return page(
                "Courses",
                "<ul>"
                        + all().keySet().stream()
                                .map(name -> "<li>" + link("/courses/" + Plain.slug(name), name) + "</li>")
                                .collect(Collectors.joining())
                        + "</ul>");
    }

    String department(String slug) {
        Map.Entry<String, List<CourseViews.Course>> department = named(slug);
        return page(
                department.getKey(),
                "<p>" + link("/courses", "All departments") + "</p><ul>"
                        + department.getValue().stream()
                                .map(course -> "<li>"
                                        + link(
                                                "/courses/" + slug + "/" + course.path(),
                                                course.name() + " " + course.title())
                                        + "</li>")
                                .collect(Collectors.joining())
                        + "</ul>");
    }

    private Map.Entry<String, List<CourseViews.Course>> named(String slug) {
        return all().entrySet().stream()
                .filter(entry -> Plain.slug(entry.getKey()).equals(slug))
                .findFirst()
                .orElseThrow(() -> new NotFound("There is no such department."));
    }

    String course(String department, String slug) {
        CourseViews.Course course = named(department).getValue().stream()
                .filter(one -> one.path().equals(slug))
                .findFirst()
                .orElseThrow(() -> new NotFound("There is no such course."));
        return page(
                course.name() + " " + course.title(),
                "<p>" + link("/courses/" + department, course.department()) + "</p>"
                        + text("", course.words().summary())
                        + text("Prerequisites", course.words().prerequisites())
                        + text("What you need", course.words().technical())
                        + course.offered().stream().map(CoursePages::offered).collect(Collectors.joining()));
    }

    private static String offered(CourseViews.Offered offered) {
        return "<h2>" + safe(offered.name()) + "</h2><dl>" + fact("Taught by", offered.instructors())
                + fact("How", offered.deliveries()) + fact("When", offered.meets()) + "</dl>";
    }

    private static String fact(String name, List<String> values) {
        return values.isEmpty() ? "" : "<dt>" + name + "</dt><dd>" + safe(String.join(", ", values)) + "</dd>";
    }

    private static String text(String title, String text) {
        return text.isBlank() ? "" : (title.isEmpty() ? "" : "<h2>" + title + "</h2>") + "<p>" + safe(text) + "</p>";
    }

    private static String link(String address, String text) {
        return "<a href=\"" + HtmlUtils.htmlEscape(address) + "\">" + safe(text) + "</a>";
    }

    private static String page(String title, String body) {
        return HEAD.formatted(HtmlUtils.htmlEscape(title)) + "<h1>" + safe(title) + "</h1>" + body + END;
    }

    /** Whatever was written is text; what turns the direction of writing stays within its own. */
    private static String safe(String text) {
        return "<bdi>" + HtmlUtils.htmlEscape(text) + "</bdi>";
    }
}
