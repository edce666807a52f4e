package chalkline.core.arrivals;

/**
 * An organization of the campus: a college, a department or the campus itself. The code is what the registrar calls it
 * (its identifier, else its sourcedId) and the name is never empty.
 *
 * @param type the type of OneRoster 1.1 (department, school, district, local, state, national)
 * @param parentId the organization above, or empty
 */
public record Org(String id, String code, String name, String type, String parentId) {

    /** The organization with the fallbacks of the list applied: code from id, name from code. */
    public static Org of(String id, String identifier, String name, String type, String parentId) {
        String code = identifier.isEmpty() ? id : identifier;
        return new Org(id, code, name.isEmpty() ? code : name, type, parentId);
    }

    public boolean isDepartment() {
        return type.equals("department");
    }
}
