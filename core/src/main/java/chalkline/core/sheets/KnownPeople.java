package chalkline.core.sheets;

import chalkline.core.arrivals.Person;
import chalkline.core.naming.Text;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/** Finds people by what a sheet calls them: id, user name, campus number, e-mail address or name. */
final class KnownPeople {
    private static final Pattern ADDRESS = Pattern.compile(
            "(.*?)\\s*[<(\\[]?([^\\s@<>()\\[\\],;]+@[^\\s@<>()\\[\\],;]+\\.[^\\s@<>()\\[\\],;]+)[>)\\]]?");
    private static final int SHOWN = 6;
    /** An address has at most 254 characters (RFC 5321, 4.5.3.1.3), a name before it seldom many. */
    private static final int LONGEST_ADDRESS = 400;

    private final Map<String, Person> byId = new HashMap<>();
    private final Map<String, List<Person>> byName = new HashMap<>();

    KnownPeople(Collection<Person> people) {
        for (Person one : people) {
            byId.putIfAbsent(one.id(), one);
            name(one.fullName(), one);
            name(one.familyName() + ", " + one.givenName(), one);
            name(one.familyName() + " " + one.givenName(), one);
            name(one.familyName(), one);
            for (String unique : List.of(one.username(), one.identifier(), one.email())) {
                name(unique, one);
            }
        }
    }

    private void name(String called, Person one) {
        if (!called.isBlank()) {
            List<Person> all = byName.computeIfAbsent(Text.codeKey(called), key -> new ArrayList<>(1));
            if (!all.contains(one)) {
                all.add(one);
            }
        }
    }

    /** Those that a cell names, each once, in its order; remarks where one is not known, or not for certain. */
    List<Person> read(String cell, int column, List<Remark> remarks) {
        Map<String, Person> found = new LinkedHashMap<>();
        for (String called : parts(cell)) {
            one(called, cell, column, remarks).ifPresent(person -> found.putIfAbsent(person.id(), person));
        }
        return List.copyOf(found.values());
    }

    /** By semicolons, bars and slashes; by commas only where what stands between them is no name with its parts turned round. */
    private List<String> parts(String cell) {
        List<String> parts = split(cell, "[;|/\\n]|\\s(?:and|&)\\s");
        if (parts.size() > 1 || !cell.contains(",") || isKnown(cell)) {
            return parts;
        }
        List<String> byComma = split(cell, ",");
        boolean eachKnown =
                byComma.stream().allMatch(part -> isKnown(part) || address(part).isPresent());
        return eachKnown ? byComma : parts;
    }

    /** A name with an address behind it, or an address alone; longer ones are none, and are not looked through. */
    private static Optional<Matcher> address(String called) {
        return Optional.of(called)
                .filter(text -> text.contains("@") && text.length() <= LONGEST_ADDRESS)
                .map(ADDRESS::matcher)
                .filter(Matcher::matches);
    }

    private static List<String> split(String cell, String at) {
        return Arrays.stream(cell.split(at))
                .map(Text::trim)
                .filter(part -> !part.isEmpty())
                .toList();
    }

    private boolean isKnown(String called) {
        return byId.containsKey(called) || byName.containsKey(Text.codeKey(called));
    }

    private Optional<Person> one(String called, String cell, int column, List<Remark> remarks) {
        Person byItsId = byId.get(called);
        if (byItsId != null) {
            return Optional.of(byItsId);
        }
        List<Person> all = byName.getOrDefault(Text.codeKey(called), List.of());
        Optional<Matcher> address = all.isEmpty() ? address(called) : Optional.empty();
        if (address.isPresent()) {
            all = byName.getOrDefault(Text.codeKey(address.get().group(2)), List.of());
            if (all.isEmpty()) {
                Person made = made(address.get().group(1), address.get().group(2));
                remarks.add(Remark.note(
                        column,
                        made.fullName()
                                + " is on no list and is added by this address, which the LMS must know them by"));
                return Optional.of(made);
            }
        }
        if (all.size() > 1) {
            remarks.add(new Remark(
                    column,
                    Remark.Weight.WRONG,
                    all.size() + " people are called \"" + called + "\": which is meant?",
                    all.stream()
                            .limit(SHOWN)
                            .map(one -> new Remark.Choice(
                                    cell.replace(called, one.id()),
                                    one.fullName() + ", " + (one.email().isEmpty() ? one.username() : one.email())))
                            .toList()));
            return Optional.empty();
        }
        if (all.isEmpty()) {
            remarks.add(Remark.wrong(
                    column, "nobody on the lists is called \"" + called + "\"; give an e-mail address to add them"));
            return Optional.empty();
        }
        return Optional.of(all.get(0));
    }

    private static String capitals(String words) {
        return Arrays.stream(words.split(" "))
                .filter(word -> !word.isEmpty())
                .map(word -> word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1))
                .collect(Collectors.joining(" "));
    }

    /** Somebody whom no list has; the address is their id, so that the LMS can know them by it. */
    private static Person made(String name, String address) {
        String plain = Text.collapse(name.replaceAll("[\"<(\\[]", " "));
        int at = address.indexOf('@');
        String called = plain.isEmpty() ? capitals(address.substring(0, at).replaceAll("[._]+", " ")) : plain;
        int comma = called.indexOf(',');
        int space = called.lastIndexOf(' ');
        String family = comma > 0 ? called.substring(0, comma) : called.substring(space + 1);
        String given = comma > 0 ? called.substring(comma + 1) : called.substring(0, Math.max(space, 0));
        return new Person(Text.caseless(address), true, address, Text.trim(given), Text.trim(family), "", address);
    }
}
