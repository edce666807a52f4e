package chalkline.server.lms;

import chalkline.core.arrivals.Section;
import chalkline.core.proof.Shell;
import java.util.Collection;
import java.util.LinkedHashSet;
import java.util.Set;
import java.util.stream.Collectors;

/** Who is to be in a shell, as the LMS is told: everybody through each section that leads there. */
public final class Members {
    private Members() {}

    /** Those who are there through a section. Whoever was put in by hand, through none, is nobody's to take out. */
    public static Set<Lms.Member> throughSections(Collection<Lms.Member> there) {
        return there.stream().filter(member -> !member.section().isEmpty()).collect(Collectors.toSet());
    }

    public static Set<Lms.Member> of(Shell shell) {
        Set<Lms.Member> members = new LinkedHashSet<>();
        for (Section section : shell.sections()) {
            section.instructors()
                    .forEach(person -> members.add(new Lms.Member(person.id(), "instructor", section.id())));
            section.students().forEach(person -> members.add(new Lms.Member(person.id(), "student", section.id())));
        }
        return members;
    }
}
