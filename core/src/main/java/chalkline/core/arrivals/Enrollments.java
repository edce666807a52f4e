package chalkline.core.arrivals;

import java.util.AbstractList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.RandomAccess;
import java.util.function.UnaryOperator;

/**
 * The enrollments of a list in its order, kept column by column: a list has several hundred thousand, and most of what
 * they say repeats. An {@link Enrollment} is made when it is asked for; who goes through all of them asks by column.
 */
public final class Enrollments extends AbstractList<Enrollment> implements RandomAccess {
    private final IdPool ids;
    private final int size;
    private final int[] idNumbers;
    private final String[] classIds;
    private final int[] personNumbers;
    private final Person[] people;
    private final int[] sayings;
    private final Said[] said;

    /** What many enrollments say alike. */
    private record Said(String role, boolean primary, String begins, String ends) {
        @SuppressWarnings("ReferenceEquality")
        boolean is(String itsRole, boolean isPrimary, String begin, String end) {
            // those that come after each other mostly have the very texts; others are looked up
            return role == itsRole && primary == isPrimary && begins == begin && ends == end;
        }
    }

    private Enrollments(Builder from, Collection<Person> people) {
        ids = from.ids;
        size = from.size;
        // a list is kept for long, and what grew by doubling is up to half empty
        ids.noMore();
        from.capacity(size);
        idNumbers = from.idNumbers;
        classIds = from.classIds;
        personNumbers = from.personNumbers;
        this.people = people.toArray(Person[]::new);
        sayings = from.sayings;
        said = from.said.keySet().toArray(Said[]::new);
    }

    /**
     * Enrollments that are there one by one.
     *
     * @param people everybody who is in them
     * @throws IllegalArgumentException where an id stands twice or a person is not among the people
     */
    public static Enrollments of(Collection<Enrollment> enrollments, Collection<Person> people) {
        IdPool ids = new IdPool();
        IdPool personIds = new IdPool();
        people.forEach(person -> personIds.add(person.id()));
        Builder builder = new Builder(ids);
        for (Enrollment enrollment : enrollments) {
            int id = ids.add(enrollment.id());
            int person = personIds.find(enrollment.userId());
            if (id < 0 || person < 0) {
                throw new IllegalArgumentException("its id stands twice or nobody is this person: " + enrollment);
            }
            builder.add(
                    id,
                    enrollment.classId(),
                    person,
                    enrollment.role(),
                    enrollment.primary(),
                    enrollment.begins(),
                    enrollment.ends());
        }
        return builder.build(people);
    }

    /**
     * The enrollments of several lists as those of one, without going through the text of each.
     *
     * @param classIds for each part, how its classes are called; empty where its enrollments of a class are left out
     * @param prefixes what stands before the ids of enrollments and people of each part
     * @param people everybody, by the ids that the parts' people are called by
     */
    static Enrollments combined(
            List<Enrollments> parts,
            List<UnaryOperator<String>> classIds,
            List<String> prefixes,
            Map<String, Person> people) {
        Map<String, Integer> numbers = new HashMap<>(people.size() * 2);
        people.keySet().forEach(id -> numbers.put(id, numbers.size()));
        IdPool ids = new IdPool();
        Builder builder = new Builder(ids);
        for (int p = 0; p < parts.size(); p++) {
            Enrollments part = parts.get(p);
            int[] number = new int[part.people.length];
            for (int i = 0; i < number.length; i++) {
                number[i] = numbers.get(prefixes.get(p) + part.people[i].id());
            }
            for (int i = 0; i < part.size; i++) {
                String classId = classIds.get(p).apply(part.classIds[i]);
                if (!classId.isEmpty()) {
                    builder.add(
                            ids.add(prefixes.get(p) + part.ids.get(part.idNumbers[i])),
                            classId,
                            number[part.personNumbers[i]],
                            part.role(i),
                            part.primary(i),
                            part.said[part.sayings[i]].begins(),
                            part.said[part.sayings[i]].ends());
                }
            }
        }
        return builder.build(people.values());
    }

    @Override
    public int size() {
        return size;
    }

    @Override
    public Enrollment get(int index) {
        java.util.Objects.checkIndex(index, size);
        Said says = said[sayings[index]];
        return new Enrollment(
                ids.get(idNumbers[index]),
                classIds[index],
                people[personNumbers[index]],
                says.role(),
                says.primary(),
                says.begins(),
                says.ends());
    }

    String classId(int index) {
        return classIds[index];
    }

    /** Counted from 0, as {@link #person} takes it. */
    int personNumber(int index) {
        return personNumbers[index];
    }

    Person person(int number) {
        return people[number];
    }

    /** How many people the list has, enrolled or not. */
    int people() {
        return people.length;
    }

    String role(int index) {
        return said[sayings[index]].role();
    }

    boolean primary(int index) {
        return said[sayings[index]].primary();
    }

    /** Takes enrollments one by one. */
    public static final class Builder {
        private final IdPool ids;
        private int size;
        private int[] idNumbers = new int[64];
        private String[] classIds = new String[64];
        private int[] personNumbers = new int[64];
        private int[] sayings = new int[64];
        /** With their numbers, in their order. */
        private final Map<Said, Integer> said = new LinkedHashMap<>();

        private Said last = new Said("", false, "", "");
        private int lastNumber = -1;

        /** @param ids holds the ids of what is added by number */
        public Builder(IdPool ids) {
            this.ids = ids;
        }

        /** Adds an enrollment: its id by the number that the pool gave it, its person by the place in the list's people. */
        public void add(int id, String classId, int person, String role, boolean isPrimary, String begin, String end) {
            if (size == idNumbers.length) {
                capacity(size * 2);
            }
            idNumbers[size] = id;
            classIds[size] = classId;
            personNumbers[size] = person;
            if (lastNumber < 0 || !last.is(role, isPrimary, begin, end)) {
                last = new Said(role, isPrimary, begin, end);
                lastNumber = said.computeIfAbsent(last, one -> said.size());
            }
            sayings[size] = lastNumber;
            size++;
        }

        private void capacity(int capacity) {
            idNumbers = Arrays.copyOf(idNumbers, capacity);
            classIds = Arrays.copyOf(classIds, capacity);
            personNumbers = Arrays.copyOf(personNumbers, capacity);
            sayings = Arrays.copyOf(sayings, capacity);
        }

        /**
         * What was added; nothing may be added after it.
         *
         * @param people everybody in the list, in the order that their numbers follow
         */
        public Enrollments build(Collection<Person> people) {
            return new Enrollments(this, people);
        }
    }
}
