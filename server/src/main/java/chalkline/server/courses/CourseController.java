package chalkline.server.courses;

import jakarta.validation.Valid;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

@RestController
class CourseController {
    private static final String PAGE = MediaType.TEXT_HTML_VALUE + ";charset=UTF-8";

    private final CourseService courses;
    private final CoursePages pages;

    CourseController(CourseService courses, CoursePages pages) {
        this.courses = courses;
        this.pages = pages;
    }

    @GetMapping("/api/courses")
    CourseViews.Sheet sheet() {
        return courses.sheet();
    }

    @PutMapping("/api/courses/{id}")
    CourseViews.Sheet write(@PathVariable String id, @Valid @RequestBody CourseViews.Words words) {
        courses.write(id, words);
        return courses.sheet();
    }

    @PutMapping("/api/course-pages")
    CourseViews.Sheet publish(@RequestParam boolean published) {
        courses.publish(published);
        return courses.sheet();
    }

    @GetMapping(value = "/courses", produces = PAGE)
    String departments() {
        return pages.departments();
    }

    @GetMapping(value = "/courses/{department}", produces = PAGE)
    String department(@PathVariable String department) {
        return pages.department(department);
    }

    @GetMapping(value = "/courses/{department}/{course}", produces = PAGE)
    String course(@PathVariable String department, @PathVariable String course) {
        return pages.course(department, course);
    }
}
