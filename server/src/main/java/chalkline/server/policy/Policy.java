package chalkline.server.policy;

import de.siegmar.fastcsv.reader.CsvReader;
import de.siegmar.fastcsv.reader.NamedCsvRecord;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.Reader;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;
import org.springframework.web.context.request.RequestAttributes;
import org.springframework.web.context.request.RequestContextHolder;

/**
 * The one table of who may do what with what ({@code policy.csv}), and the questions to it. A right that somebody has
 * through several roles reaches all that it reaches through each of them.
 */
@Component("policy")
public class Policy {
    /** The authority of the program itself, which no account has. */
    public static final String PROGRAM = "PROGRAM";

    private static final String ASKED = Policy.class.getName();

    private final Map<Right, Line> table;
    private final WhoIs whoIs;

    /** A line of the table. */
    record Line(String what, Map<Role, Reach> reach) {}

    Policy(WhoIs whoIs) {
        this.whoIs = whoIs;
        this.table = read();
    }

    private static Map<Right, Line> read() {
        Map<Right, Line> table = new EnumMap<>(Right.class);
        try (Reader in =
                        new InputStreamReader(Policy.class.getResourceAsStream("/policy.csv"), StandardCharsets.UTF_8);
                CsvReader<NamedCsvRecord> lines = CsvReader.builder().ofNamedCsvRecord(in)) {
            for (NamedCsvRecord line : lines) {
                Map<Role, Reach> reach = new EnumMap<>(Role.class);
                for (Role role : Role.values()) {
                    String cell = line.getField(role.name().toLowerCase(Locale.ROOT));
                    if (!cell.isEmpty()) {
                        reach.put(role, Reach.valueOf(cell.toUpperCase(Locale.ROOT)));
                    }
                }
                String right = line.getField("right").toUpperCase(Locale.ROOT).replace('-', '_');
                table.put(Right.valueOf(right), new Line(line.getField("what"), reach));
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
        if (table.size() != Right.values().length) {
            Set<Right> missing = EnumSet.allOf(Right.class);
            missing.removeAll(table.keySet());
            throw new IllegalStateException("policy.csv says nothing of " + missing);
        }
        return table;
    }

    /** The whole table, in the order of the rights. */
    Map<Right, Line> table() {
        return new LinkedHashMap<>(table);
    }

    /** How far a role lets somebody go; empty for not at all. */
    Optional<Reach> reach(Role role, Right right) {
        return Optional.ofNullable(table.get(right).reach().get(role));
    }

    /** Whoever is at it now. */
    public Who who() {
        Authentication now = SecurityContextHolder.getContext().getAuthentication();
        if (now == null) {
            return new Who("", Set.of(), Set.of(), "");
        }
        if (isProgram(now)) {
            return new Who(now.getName(), Set.of(Role.ADMINISTRATOR), Set.of(), "");
        }
        RequestAttributes request = RequestContextHolder.getRequestAttributes();
        if (request == null) {
            return whoIs.of(now.getName());
        }
        // asked of the database once for each request, so that what was taken from somebody is gone with the next one
        if (request.getAttribute(ASKED, RequestAttributes.SCOPE_REQUEST) instanceof Who known
                && known.login().equals(now.getName())) {
            return known;
        }
        Who who = whoIs.of(now.getName());
        request.setAttribute(ASKED, who, RequestAttributes.SCOPE_REQUEST);
        return who;
    }

    private static boolean isProgram(Authentication now) {
        return AuthorityUtils.authorityListToSet(now.getAuthorities()).contains(PROGRAM);
    }

    /** What somebody's right reaches who is at it now; nothing without it. */
    public Scope scope(Right right) {
        Who who = who();
        Set<Reach> reaches = EnumSet.noneOf(Reach.class);
        who.roles().forEach(role -> reach(role, right).ifPresent(reaches::add));
        return new Scope(
                reaches.contains(Reach.ALL),
                reaches.contains(Reach.DEPARTMENTS) ? who.departments() : Set.of(),
                reaches.contains(Reach.SECTIONS) ? who.person() : "",
                reaches.contains(Reach.OWN) ? who.login() : "");
    }

    /** Whether somebody has a right at all. */
    public boolean has(Right right) {
        return who().roles().stream().anyMatch(role -> reach(role, right).isPresent());
    }

    /** The same, by the right's name. */
    public boolean has(String right) {
        return has(Right.valueOf(right));
    }

    /** Whether a right reaches everything. */
    public boolean reachesAll(String right) {
        return scope(Right.valueOf(right)).all();
    }

    /** All rights that somebody has. */
    public List<Right> rights() {
        return table.keySet().stream().filter(this::has).toList();
    }

    /** @throws OutOfReach unless it is allowed */
    public static void require(boolean allowed) {
        if (!allowed) {
            throw new OutOfReach(
                    "This is of other departments, sections or people than yours; your role does not reach it.");
        }
    }
}
