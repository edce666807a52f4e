package chalkline.server.people;

import chalkline.server.policy.Right;
import java.util.List;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Every route of the API, with whom it is for and a call of it that can be made. */
final class Routes {
    private Routes() {}

    private static final String KEEP =
            "{\"change\":{\"basedOn\":0,\"stack\":{\"layers\":[],\"about\":0}},\"note\":\"\"}";

    private static final String TEMPLATE = """
            {"draft":{"id":"x","title":"X","instruction":"","units":[],"weekTitle":"","everyWeek":[],"files":{}},
             "basedOn":0,"note":""}""";

    private static final String PLACED = TEMPLATE.replace("\"basedOn\":0,\"note\":\"\"", "\"session\":\"\"");
    private static final String EXAMPLE = """
            {"example":{"course":"OCEA 510","title":"Tides","section":"001","department":"OCEA","part":"","delivery":"",
             "campus":"","tags":"","instructor":""}}""";

    private static final String TOGETHER = """
            {"basedOn":1,"crossLists":{"split":[],"keep":[
             {"id":"x1","lead":"cl-27SP-1","joined":["cl-27SP-2"],"approved":false,"reason":""}]}}""";

    private static final String KEEP_TOGETHER = "{\"versions\":\"1.1.1\",\"note\":\"\",\"change\":" + TOGETHER + "}";

    private static final String ROWS =
            "{\"rows\":[[\"course\",\"title\",\"department\"],[\"CEED 1\",\"Knots\",\"Training\"]],\"header\":null,"
                    + "\"columns\":null,\"days\":null,\"another\":[]}";

    private static final String WISH =
            "{\"title\":\"Tides\",\"code\":\"1\",\"category\":\"Masters\",\"courses\":[],\"datesOf\":\"\"}";

    static final String MASTER = "{\"master\":" + WISH + ",\"from\":null}";

    private static final String OWN = "{\"sections\":[\"own:1\"],\"list\":1,\"reason\":\"\"}";

    /** What of several things is one's own is answered, rather than refused for the others. */
    private static final Set<String> NARROWED = Set.of("/api/terms/{term}/dates/effect");

    static final String ASK = """
            {"term":"27SP","kind":"TITLE","sections":["cl-27SP-1"],"lead":null,"from":null,"title":"Tides for all",
             "opens":null,"open":null,"note":""}""";

    private static final String PERSON =
            "{\"name\":\"K. Dorn\",\"email\":\"\",\"roles\":[\"AUDITOR\"],\"departments\":[],\"person\":null}";

    private static final String EXPORT_DRAFT = """
            {"name":"All","rows":"shells",
             "form":{"kind":"csv","delimiter":",","encoding":"UTF-8","mark":false,"quoted":false,"crlf":true,
                     "headings":true},
             "values":{"dates":"uuuu-MM-dd","zone":"","yes":"yes","no":"no","status":{},"roles":{}},
             "fileName":"","by":"","fileRows":0,
             "columns":[{"heading":"A","value":"{shell.code}","needed":true,"longest":0}],"results":null}""";

    static final String PROFILE = "{\"id\":0,\"basedOn\":0,\"draft\":" + EXPORT_DRAFT + "}";

    static final List<Route> ALL = List.of(
            new Route("GET", "/api/arrivals/departments", Right.READ_CONVENTIONS, false, ""),
            new Route("PUT", "/api/people/{login}", Right.MANAGE_PEOPLE, false, PERSON),
            new Route("GET", "/api/teaching", Right.TEACH, true, ""),
            new Route("GET", "/api/requests", Right.READ_REQUESTS, true, ""),
            new Route("GET", "/api/requests/{id}", Right.READ_REQUESTS, true, ""),
            new Route("GET", "/api/request-links/{secret}", Right.READ_REQUESTS, true, ""),
            new Route("POST", "/api/requests/look", Right.ASK, true, ASK),
            new Route("POST", "/api/requests", Right.ASK, true, ASK),
            new Route("POST", "/api/requests/{id}/answer", Right.ASK, true, "{\"version\":99,\"wish\":" + ASK + "}"),
            new Route("POST", "/api/requests/{id}/withdrawal", Right.ASK, true, ""),
            new Route(
                    "POST",
                    "/api/requests/{id}/decision",
                    Right.DECIDE,
                    true,
                    "{\"version\":99,\"what\":\"APPROVE\",\"note\":\"\",\"instead\":null}"),
            new Route(
                    "POST",
                    "/api/requests/decisions",
                    Right.DECIDE,
                    true,
                    "{\"requests\":[{\"id\":1,\"version\":99}],\"what\":\"APPROVE\",\"note\":\"\"}"),
            new Route("GET", "/api/terms/{term}/asking", null, false, ""),
            new Route(
                    "PUT",
                    "/api/terms/{term}/asking",
                    Right.CHANGE_CAMPUS,
                    false,
                    "{\"opens\":\"2026-10-01\",\"byRule\":[\"SHELL\"]}"),
            new Route("GET", "/api/terms/{term}/shells/{key}/access", Right.SHARE_SHELLS, true, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/shells/{key}/people",
                    Right.SHARE_SHELLS,
                    true,
                    "{\"user\":\"nobody\",\"role\":\"ASSISTANT\",\"until\":null,\"reason\":\"\"}"),
            new Route("DELETE", "/api/terms/{term}/shells/{key}/people/{id}", Right.SHARE_SHELLS, true, ""),
            new Route(
                    "POST", "/api/terms/{term}/shells/{key}/entry-code", Right.SHARE_SHELLS, true, "{\"until\":null}"),
            new Route("DELETE", "/api/terms/{term}/shells/{key}/entry-code", Right.SHARE_SHELLS, true, ""),
            new Route("GET", "/api/courses", Right.WRITE_COURSES, true, ""),
            new Route(
                    "PUT",
                    "/api/courses/{id}",
                    Right.WRITE_COURSES,
                    true,
                    "{\"summary\":\"ANTH\",\"prerequisites\":\"\",\"technical\":\"\"}"),
            new Route("PUT", "/api/course-pages", Right.CHANGE_CAMPUS, false, ""),
            new Route("GET", "/api/listed-people", Right.FIND_PEOPLE, false, ""),
            new Route("GET", "/api/me", null, false, ""),
            new Route("GET", "/api/desk", Right.READ_PROOF, true, ""),
            new Route("DELETE", "/api/asks/{name}", Right.SAVE_SHEETS, false, ""),
            new Route("GET", "/api/terms/{term}/line", Right.READ_PROOF, true, ""),
            new Route("GET", "/api/terms/{term}/upkeep/drift", Right.READ_UPKEEP, true, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/upkeep/drift/keeping",
                    Right.CHANGE_UPKEEP,
                    true,
                    "{\"versions\":\"1.1.1\",\"chosen\":[{\"key\":\"s:cl-27SP-1\",\"field\":\"title\"}],\"reason\":\"so it is\"}"),
            new Route(
                    "POST",
                    "/api/terms/{term}/upkeep/drift/kept",
                    Right.CHANGE_UPKEEP,
                    true,
                    "{\"versions\":\"1.1.1\",\"chosen\":[{\"key\":\"s:cl-27SP-1\",\"field\":\"title\"}],\"reason\":\"so it is\"}"),
            new Route(
                    "POST",
                    "/api/terms/{term}/upkeep/drift/put-back",
                    Right.CHANGE_UPKEEP,
                    true,
                    "{\"versions\":\"1.1.1\",\"keys\":[\"s:cl-27SP-1\"],\"closes\":0}"),
            new Route("GET", "/api/terms/{term}/upkeep/first-day", Right.READ_UPKEEP, true, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/upkeep/first-day/mail",
                    Right.CHANGE_UPKEEP,
                    true,
                    "{\"day\":\"2027-01-04\",\"department\":\"Anthropology\",\"to\":\"a@skerrow.example\"}"),
            new Route("GET", "/api/terms/{term}/upkeep/moves", Right.READ_PROOF, true, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/upkeep/moves/effect",
                    Right.READ_PROOF,
                    true,
                    "{\"basedOn\":1,\"stack\":{\"layers\":[],\"about\":0}}"),
            new Route("GET", "/api/terms/{term}/upkeep/categories", Right.READ_CAMPUS, false, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/upkeep/categories/removal",
                    Right.CHANGE_CAMPUS,
                    false,
                    "{\"paths\":[\"Nowhere\"]}"),
            new Route(
                    "POST",
                    "/api/terms/{term}/upkeep/categories/return",
                    Right.CHANGE_CAMPUS,
                    false,
                    "{\"paths\":[\"Nowhere\"]}"),
            new Route("GET", "/api/terms/{term}/upkeep/shells", Right.READ_UPKEEP, true, ""),
            new Route("GET", "/api/terms/{term}/upkeep/shells/{key}/students", Right.READ_UPKEEP, true, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/upkeep/opening",
                    Right.CHANGE_UPKEEP,
                    true,
                    "{\"versions\":\"1.1.1\",\"keys\":[\"s:cl-27SP-1\"],\"open\":true,\"by\":null,\"opens\":null,\"closes\":null,\"reason\":\"so it is\"}"),
            new Route("GET", "/api/terms/{term}/upkeep/extensions", Right.READ_UPKEEP, true, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/upkeep/extensions",
                    Right.CHANGE_UPKEEP,
                    true,
                    "{\"key\":\"s:cl-27SP-1\",\"user\":\"u\",\"until\":\"2030-01-01\",\"reason\":\"an incomplete\"}"),
            new Route("DELETE", "/api/terms/{term}/upkeep/extensions/{id}", Right.CHANGE_UPKEEP, true, ""),
            new Route("GET", "/api/upkeep/archive", Right.READ_CAMPUS, false, ""),
            new Route(
                    "PUT",
                    "/api/upkeep/archive/rule",
                    Right.CHANGE_CAMPUS,
                    false,
                    "{\"afterDays\":60,\"keepTerms\":6,\"byItself\":false}"),
            new Route(
                    "POST",
                    "/api/terms/{term}/upkeep/archive",
                    Right.CHANGE_CAMPUS,
                    false,
                    "{\"away\":\"ARCHIVE\",\"shells\":1}"),
            new Route("GET", "/api/terms/{term}/upkeep/shells/{key}/story", Right.READ_UPKEEP, true, ""),
            new Route("GET", "/api/terms/{term}/upkeep/masters", Right.READ_MASTERS, false, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/upkeep/masters",
                    Right.CHANGE_MASTERS,
                    false,
                    "{\"master\":\"1\",\"shells\":1}"),
            new Route("GET", "/api/ledger", Right.READ_LEDGER, false, ""),
            new Route("GET", "/api/ledger/vocabulary", Right.READ_LEDGER, false, ""),
            new Route("GET", "/api/ledger/check", Right.READ_LEDGER, false, ""),
            new Route("GET", "/api/masters", Right.READ_MASTERS, false, ""),
            new Route("POST", "/api/masters", Right.CHANGE_MASTERS, false, MASTER),
            new Route("GET", "/api/master/{id}", Right.READ_MASTERS, false, ""),
            new Route("PUT", "/api/master/{id}", Right.CHANGE_MASTERS, false, WISH),
            new Route("GET", "/api/masters/people", Right.READ_MASTERS, false, ""),
            new Route(
                    "POST",
                    "/api/master/{id}/people",
                    Right.CHANGE_MASTERS,
                    false,
                    "{\"user\":\"nobody\",\"role\":\"DESIGNER\"}"),
            new Route("DELETE", "/api/master/{id}/people/{user}", Right.CHANGE_MASTERS, false, ""),
            new Route("POST", "/api/masters/look", Right.CHANGE_MASTERS, false, ""),
            new Route(
                    "POST",
                    "/api/masters/retirement",
                    Right.CHANGE_MASTERS,
                    false,
                    "{\"ids\":[\"1\"],\"retired\":false}"),
            new Route("PUT", "/api/masters/rule", Right.CHANGE_MASTERS, false, "{\"unusedTerms\":3}"),
            new Route(
                    "POST",
                    "/api/masters/questions",
                    Right.CHANGE_MASTERS,
                    false,
                    "{\"ids\":[\"1\"],\"term\":\"27SP\"}"),
            new Route("GET", "/api/terms/{term}/upkeep/report", Right.READ_CAMPUS, false, ""),
            new Route("GET", "/api/terms/{term}/upkeep/samples/sizes", Right.READ_CAMPUS, false, ""),
            new Route("GET", "/api/terms/{term}/upkeep/samples", Right.READ_CAMPUS, false, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/upkeep/samples",
                    Right.CHANGE_CAMPUS,
                    false,
                    "{\"of\":\"STANDING\",\"share\":0.05,\"confidence\":0.95,\"seed\":null}"),
            new Route(
                    "PUT",
                    "/api/terms/{term}/upkeep/samples/{id}",
                    Right.CHANGE_CAMPUS,
                    false,
                    "{\"key\":\"s:cl-27SP-1\",\"sound\":true,\"found\":\"\"}"),
            new Route("GET", "/api/arrivals", Right.READ_LISTS, true, ""),
            new Route("GET", "/api/arrivals/{id}", Right.READ_LISTS, true, ""),
            new Route("GET", "/api/arrivals/{id}/departments", Right.READ_LISTS, true, ""),
            new Route("POST", "/api/arrivals", Right.CHANGE_LISTS, false, "upload"),
            new Route("POST", "/api/arrivals/fetch", Right.CHANGE_LISTS, false, ""),
            new Route("GET", "/api/nights/by-itself", Right.READ_CAMPUS, false, ""),
            new Route("PUT", "/api/nights/by-itself", Right.CHANGE_CAMPUS, false, "{\"kinds\":[],\"most\":50}"),
            new Route("GET", "/api/arrivals/sources", Right.READ_LISTS, true, ""),
            new Route("GET", "/api/arrivals/nights", Right.READ_LISTS, true, ""),
            new Route("GET", "/api/arrivals/left-out", Right.READ_LISTS, true, ""),
            new Route(
                    "POST",
                    "/api/arrivals/left-out",
                    Right.CHANGE_LISTS,
                    false,
                    "{\"kind\":\"CANCELLATIONS\",\"term\":\"27SP\",\"department\":\"OCEA\",\"reason\":\"so it is\"}"),
            new Route("DELETE", "/api/arrivals/left-out/{id}", Right.CHANGE_LISTS, false, ""),
            new Route(
                    "PUT",
                    "/api/arrivals/sources/{source}/schedule",
                    Right.CHANGE_CAMPUS,
                    false,
                    "{\"active\":false,\"at\":\"03:00\"}"),
            new Route("GET", "/api/course-sheets/columns", Right.READ_LISTS, false, ""),
            new Route("POST", "/api/course-sheets/file", Right.CHANGE_LISTS, false, "upload"),
            new Route(
                    "POST",
                    "/api/course-sheets/paste",
                    Right.CHANGE_LISTS,
                    false,
                    "{\"text\":\"course\",\"delimiter\":null}"),
            new Route("POST", "/api/terms/{term}/course-sheets/judged", Right.CHANGE_LISTS, false, ROWS),
            new Route(
                    "POST",
                    "/api/terms/{term}/course-sheets",
                    Right.CHANGE_LISTS,
                    false,
                    "{\"sheet\":" + ROWS
                            + ",\"list\":1,\"conventions\":1,\"name\":\"a\",\"note\":\"\",\"out\":[],\"change\":[],\"previous\":[]}"),
            new Route("GET", "/api/terms/{term}/course-sheets", Right.READ_LISTS, false, ""),
            new Route("GET", "/api/course-sheets/{id}", Right.READ_LISTS, false, ""),
            new Route("GET", "/api/terms/{term}/own-sections", Right.READ_LISTS, false, ""),
            new Route("POST", "/api/terms/{term}/own-sections/take-out", Right.CHANGE_LISTS, false, OWN),
            new Route("POST", "/api/terms/{term}/own-sections/merge", Right.CHANGE_LISTS, false, OWN),
            new Route("POST", "/api/terms/{term}/own-sections/part", Right.CHANGE_LISTS, false, OWN),
            new Route("GET", "/api/conventions", Right.READ_CONVENTIONS, false, ""),
            new Route("GET", "/api/conventions/vocabulary", null, false, ""),
            new Route("GET", "/api/conventions/versions", Right.READ_CONVENTIONS, false, ""),
            new Route("GET", "/api/conventions/versions/{number}/file", Right.READ_CONVENTIONS, false, ""),
            new Route("POST", "/api/conventions/versions", Right.CHANGE_CONVENTIONS, true, KEEP),
            new Route("GET", "/api/terms/{term}/layers", Right.READ_PROOF, true, ""),
            new Route("GET", "/api/terms/{term}/facts", Right.READ_PROOF, true, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/effect",
                    Right.READ_PROOF,
                    true,
                    "{\"basedOn\":1,\"stack\":{\"layers\":[],\"about\":0}}"),
            new Route("GET", "/api/terms/{term}/proof", Right.READ_PROOF, true, ""),
            new Route("GET", "/api/terms/{term}/proof/rows", Right.READ_PROOF, true, ""),
            new Route("GET", "/api/terms/{term}/proof/shell", Right.READ_PROOF, true, ""),
            new Route("POST", "/api/lms/refreshes", Right.BUILD, true, ""),
            new Route("GET", "/api/lms/refreshes/latest", Right.READ_PROOF, true, ""),
            new Route("GET", "/api/arrivals/{id}/effect", Right.READ_LISTS, false, ""),
            new Route("GET", "/api/arrivals/{id}/changes", Right.READ_LISTS, true, ""),
            new Route("GET", "/api/arrivals/{id}/changes/sections", Right.READ_LISTS, true, ""),
            new Route("POST", "/api/arrivals/{id}/use", Right.CHANGE_LISTS, false, "{\"reason\":\"so it is\"}"),
            new Route("POST", "/api/arrivals/{id}/turn-away", Right.CHANGE_LISTS, false, "{\"reason\":\"so it is\"}"),
            new Route("GET", "/api/conventions/unmatched", Right.READ_CONVENTIONS, false, ""),
            new Route(
                    "POST",
                    "/api/sheets/{format}",
                    Right.SAVE_SHEETS,
                    false,
                    "{\"name\":\"x\",\"columns\":[\"a\"],\"rows\":[[\"1\"]]}"),
            new Route("GET", "/api/people", Right.READ_PEOPLE, false, ""),
            new Route("POST", "/api/people", Right.MANAGE_PEOPLE, false, "{\"login\":\"dorn\",\"who\":" + PERSON + "}"),
            new Route("POST", "/api/people/kept", Right.MANAGE_PEOPLE, false, "{\"who\":\"abara\"}"),
            new Route("POST", "/api/people/kept/file", Right.MANAGE_PEOPLE, false, "{\"who\":\"abara\"}"),
            new Route("POST", "/api/people/kept/erasure", Right.MANAGE_PEOPLE, false, "{\"who\":\"abara\"}"),
            new Route("POST", "/api/people/{login}/password", Right.MANAGE_PEOPLE, false, ""),
            new Route("POST", "/api/people/{login}/disabled", Right.MANAGE_PEOPLE, false, ""),
            new Route("GET", "/api/conventions/versions/{number}/since/{before}", Right.READ_CONVENTIONS, false, ""),
            new Route("GET", "/api/weeks", null, false, ""),
            new Route("GET", "/api/terms/{term}/starts", Right.READ_PROOF, true, ""),
            new Route("POST", "/api/terms/{term}/example", Right.READ_PROOF, true, EXAMPLE),
            new Route("POST", "/api/terms/{term}/placed", Right.READ_PROOF, true, PLACED),
            new Route("GET", "/api/terms/{term}/start", Right.READ_PROOF, true, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/start",
                    Right.CHANGE_CONVENTIONS,
                    true,
                    "{\"versions\":\"1.1.2\",\"key\":\"s:cl-27SP-1\",\"from\":\"s:cl-27SP-1\",\"basedOn\":0,\"due\":{}}"),
            new Route("GET", "/api/terms/{term}/cross-lists", Right.READ_PROOF, true, ""),
            new Route("GET", "/api/terms/{term}/cross-lists/sections", Right.READ_PROOF, true, ""),
            new Route("POST", "/api/terms/{term}/cross-lists/effect", Right.READ_ROSTERS, true, TOGETHER),
            new Route("POST", "/api/terms/{term}/cross-lists/versions", Right.CHANGE_CONVENTIONS, true, KEEP_TOGETHER),
            new Route("GET", "/api/terms/{term}/proof/roster", Right.READ_ROSTERS, true, ""),
            new Route("GET", "/api/terms/{term}/dates", Right.READ_PROOF, true, ""),
            new Route("GET", "/api/terms/{term}/dates/rows", Right.READ_PROOF, true, ""),
            new Route("GET", "/api/terms/{term}/dates/day", Right.READ_PROOF, true, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/dates/moved",
                    Right.READ_PROOF,
                    true,
                    "{\"versions\":\"1.1.1\",\"sections\":[\"cl-27SP-1\"],\"opensBy\":1,\"closesBy\":0}"),
            new Route(
                    "POST",
                    "/api/terms/{term}/dates/effect",
                    Right.READ_PROOF,
                    true,
                    "{\"change\":{\"basedOn\":1,\"dates\":{\"sections\":[]}},\"keys\":[\"s:cl-27SP-1\"]}"),
            new Route("GET", "/api/terms/{term}/calendars", Right.READ_PROOF, true, ""),
            new Route("GET", "/api/terms/{term}/calendar", Right.READ_PROOF, true, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/calendars",
                    Right.CHANGE_CONVENTIONS,
                    true,
                    "{\"kind\":\"SHELL\",\"key\":\"s:cl-27SP-1\"}"),
            new Route("DELETE", "/api/terms/{term}/calendars", Right.CHANGE_CONVENTIONS, true, ""),
            new Route("GET", "/api/exports/profiles", Right.READ_EXPORTS, false, ""),
            new Route("POST", "/api/exports/profiles", Right.EXPORT, false, PROFILE),
            new Route("GET", "/api/exports/profiles/{id}/file", Right.READ_EXPORTS, false, ""),
            new Route(
                    "POST",
                    "/api/exports/profiles/file",
                    Right.EXPORT,
                    false,
                    "{\"name\":\"x\",\"yaml\":\"chalkline: 1\"}"),
            new Route("GET", "/api/exports/tokens/{rows}", Right.READ_EXPORTS, false, ""),
            new Route(
                    "POST",
                    "/api/exports/terms/{term}/preview",
                    Right.READ_EXPORTS,
                    false,
                    "{\"draft\":" + EXPORT_DRAFT + ",\"find\":\"\"}"),
            new Route("GET", "/api/exports/terms/{term}", Right.READ_EXPORTS, false, ""),
            new Route("POST", "/api/exports/terms/{term}", Right.EXPORT, false, "{\"profile\":1,\"differences\":true}"),
            new Route(
                    "POST",
                    "/api/exports/terms/{term}/bundles",
                    Right.EXPORT,
                    false,
                    "{\"form\":\"ONEROSTER_1_2\",\"differences\":false}"),
            new Route("GET", "/api/exports/{id}", Right.READ_EXPORTS, false, ""),
            new Route("GET", "/api/exports/{id}/rows", Right.READ_EXPORTS, false, ""),
            new Route("GET", "/api/exports/{id}/file", Right.READ_EXPORTS, false, ""),
            new Route("POST", "/api/exports/{id}/results", Right.EXPORT, false, "upload"),
            new Route("POST", "/api/exports/{id}/passed", Right.EXPORT, false, ""),
            new Route("DELETE", "/api/exports/profiles/{id}", Right.EXPORT, false, ""),
            new Route("GET", "/api/templates", Right.READ_TEMPLATES, false, ""),
            new Route("GET", "/api/templates/{id}", Right.READ_TEMPLATES, false, ""),
            new Route("POST", "/api/templates", Right.CHANGE_TEMPLATES, false, TEMPLATE),
            new Route("DELETE", "/api/templates/{id}", Right.CHANGE_TEMPLATES, false, ""),
            new Route("POST", "/api/templates/cartridge", Right.CHANGE_TEMPLATES, false, "upload"),
            new Route("GET", "/api/templates/from-shell", Right.READ_PROOF, false, ""),
            new Route("GET", "/api/templates/{id}/cartridge", Right.READ_TEMPLATES, false, ""),
            new Route("GET", "/api/terms/{term}/builds", Right.READ_BUILDS, true, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/builds",
                    Right.BUILD,
                    true,
                    "{\"versions\":\"1.1.1\",\"keys\":[],\"closes\":0}"),
            new Route("GET", "/api/builds/{id}", Right.READ_BUILDS, true, ""),
            new Route("GET", "/api/builds/{id}/shells", Right.READ_BUILDS, true, ""),
            new Route("GET", "/api/builds/{id}/steps", Right.READ_BUILDS, true, ""),
            new Route("GET", "/api/builds/{id}/progress", Right.READ_BUILDS, true, ""),
            new Route(
                    "POST",
                    "/api/terms/{term}/builds/cost",
                    Right.READ_PROOF,
                    true,
                    "{\"versions\":\"1.1.1\",\"keys\":[]}"),
            new Route("POST", "/api/builds/{id}/end", Right.BUILD, true, ""),
            new Route("POST", "/api/builds/{id}/pause", Right.BUILD, true, ""),
            new Route("POST", "/api/builds/{id}/go-on", Right.BUILD, true, ""),
            new Route("POST", "/api/builds/{id}/take-back", Right.BUILD, true, ""),
            new Route("POST", "/api/builds/{id}/retry", Right.BUILD, true, "{}"));

    /** Read by whoever has the secret in the address; how one signs in; and what a campus publishes. */
    static final List<String> FOR_ANYBODY = List.of(
            "GET /calendars/{secret}.ics",
            "GET /api/sign-in/ways",
            "GET /courses",
            "GET /courses/{department}",
            "GET /courses/{department}/{course}");

    /** For whoever is signed in, whatever the role; PasswordsTest says more. */
    static final List<String> FOR_THE_SIGNED_IN = List.of("POST /api/me/password", "POST /api/me/sign-out-everywhere");

    enum Kind {
        /** Only a right that reaches everything is enough. */
        WIDE,
        /** It gives what one reaches, and nothing else. */
        LIST,
        /** It is about one shell, section, department or request, which one has to reach. */
        THING
    }

    /**
     * A route.
     *
     * @param right null for whoever is signed in
     */
    record Route(String method, String path, @Nullable Right right, boolean partly, String body) {
        Kind kind() {
            String all = address() + body;
            boolean names = Stream.of("cl-27SP-1", "Anthropology", "ANTH", "/requests/1", "\"id\":1,")
                    .anyMatch(all::contains);
            return !partly ? Kind.WIDE : names && !NARROWED.contains(path) ? Kind.THING : Kind.LIST;
        }

        /** One that is there, with what it asks for. */
        String address() {
            String path = this.path
                    .replace("/api/courses/{id}", "/api/courses/COURSE")
                    .replace("{term}", "27SP")
                    .replace("{id}", "1")
                    .replace("{number}", "1")
                    .replace("{before}", "1")
                    .replace("{format}", "csv")
                    .replace("{name}", "a-name")
                    .replace("{key}", "s:cl-27SP-1")
                    .replace("{rows}", "sections")
                    .replace("{user}", "nobody")
                    .replace("{secret}", "guessed")
                    .replace("{source}", "registrar")
                    .replace("{login}", "quill-of-old");
            if (path.equals("/api/weeks")) {
                path += "?first=2022-10-10&units=52";
            }
            if (this.path.startsWith("/api/templates/{id}")) {
                path = this.path.replace("{id}", "tpl-seminar") + (method.equals("DELETE") ? "?basedOn=9" : "");
            }
            if (path.endsWith("/calendars") && method.equals("GET")) {
                path += "?shell=s:cl-27SP-1";
            }
            if (path.endsWith("/calendar") || (path.endsWith("/calendars") && method.equals("DELETE"))) {
                path += "?kind=SHELL&key=s:cl-27SP-1";
            }
            if (path.equals("/api/masters/people") || path.equals("/api/listed-people")) {
                path += "?part=an";
            }
            if (path.equals("/api/course-pages")) {
                path += "?published=false";
            }
            if (path.equals("/api/exports/1/rows")) {
                path += "?outcome=FAILED";
            }
            if (path.endsWith("/withdrawal")) {
                path += "?version=99";
            }
            if (path.endsWith("/dates/day")) {
                path += "?versions=1.1.1&day=2027-01-04";
            }
            if (path.endsWith("/sections")) {
                path += path.contains("/changes/") ? "?term=27SP&department=ANTH" : "?find=anth";
            }
            if (path.endsWith("/starts")) {
                path += "?versions=1.1.1";
            }
            if (path.endsWith("/from-shell") || (path.endsWith("/start") && method.equals("GET"))) {
                path += "?versions=1.1.1&key=s:cl-27SP-1";
            }
            if (path.endsWith("/proof/rows") || path.endsWith("/dates/rows")) {
                path += "?versions=1.1.1";
            }
            if (path.endsWith("/proof/shell") || path.endsWith("/roster")) {
                path += "?versions=1.1.1&key=s:cl-27SP-1";
            }
            if (path.endsWith("/disabled")) {
                path += "?disabled=true";
            }
            if (path.endsWith("/builds/1/shells")) {
                path += "?department=Anthropology";
            }
            if (path.endsWith("/steps")) {
                path += "?shell=s:cl-27SP-1";
            }
            return path;
        }
    }
}
