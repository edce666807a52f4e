package chalkline.standins.campus;

/** How large a campus is made. Everything but sections and enrollments follows from these two. */
public record CampusSize(int courses, int sections, int instructors, int students, int enrollments) {

    /** The campus of the demo. */
    public static final CampusSize DEMO = new CampusSize(420, 1_200, 260, 9_000, 24_000);

    /** A campus with this many sections and thirty students in each, for benches. */
    public static CampusSize ofSections(int sections) {
        return new CampusSize(
                Math.max(48, sections * 35 / 100), sections, Math.max(24, sections / 5), sections * 4, sections * 30);
    }
}
