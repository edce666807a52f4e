package chalkline.core.arrivals;

import java.util.AbstractList;
import java.util.ArrayList;
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
    private final Chunk[] chunks;
    private final Person[] people;
    private final Said[] said;

    /** Some thousand enrollments; chunks that are full stay as they are, so that a list grows without being copied. */
    private static final class Chunk {
        private static final int BITS = 13;
        private static final int SIZE = 1 << BITS;
        private static final int LAST = SIZE - 1;

        private final int[] idNumbers;
        private final String[] classIds;
        private final int[] personNumbers;
        private final int[] sayings;

        Chunk() {
            this(new int[SIZE], new String[SIZE], new int[SIZE], new int[SIZE]);
        }

        private Chunk(int[] idNumbers, String[] classIds, int[] personNumbers, int[] sayings) {
            this.idNumbers = idNumbers;
            this.classIds = classIds;
            this.personNumbers = personNumbers;
            this.sayings = sayings;
        }

        /** With room for no more than so many. */
        Chunk upTo(int size) {
            return new Chunk(
                    Arrays.copyOf(idNumbers, size),
                    Arrays.copyOf(classIds, size),
                    Arrays.copyOf(personNumbers, size),
                    Arrays.copyOf(sayings, size));
        }
    }

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
        chunks = from.chunks.toArray(Chunk[]::new);
        this.people = people.toArray(Person[]::new);
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
                String classId = classIds.get(p).apply(part.classId(i));
                if (!classId.isEmpty()) {
                    builder.add(
                            ids.add(prefixes.get(p) + part.id(i)),
                            classId,
                            number[part.personNumber(i)],
                            part.role(i),
                            part.primary(i),
                            part.said(i).begins(),
                            part.said(i).ends());
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
        Said says = said(index);
        return new Enrollment(
                id(index),
                classId(index),
                people[personNumber(index)],
                says.role(),
                says.primary(),
                says.begins(),
                says.ends());
    }

    private Chunk chunk(int index) {
        return chunks[index >> Chunk.BITS];
    }

    private String id(int index) {
        return ids.get(chunk(index).idNumbers[index & Chunk.LAST]);
    }

    private Said said(int index) {
        return said[chunk(index).sayings[index & Chunk.LAST]];
    }

    String classId(int index) {
        return chunk(index).classIds[index & Chunk.LAST];
    }

    /** Counted from 0, as {@link #person} takes it. */
    int personNumber(int index) {
        return chunk(index).personNumbers[index & Chunk.LAST];
    }

    Person person(int number) {
        return people[number];
    }

    /** How many people the list has, enrolled or not. */
    int people() {
        return people.length;
    }

    String role(int index) {
        return said(index).role();
    }

    boolean primary(int index) {
        return said(index).primary();
    }

    /** Takes enrollments one by one. */
    public static final class Builder {
        private final IdPool ids;
        private int size;
        private final List<Chunk> chunks = new ArrayList<>();
        private Chunk chunk = new Chunk(new int[0], new String[0], new int[0], new int[0]);
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
            int at = size & Chunk.LAST;
            if (at == 0) {
                chunk = new Chunk();
                chunks.add(chunk);
            }
            chunk.idNumbers[at] = id;
            chunk.classIds[at] = classId;
            chunk.personNumbers[at] = person;
            if (lastNumber < 0 || !last.is(role, isPrimary, begin, end)) {
                last = new Said(role, isPrimary, begin, end);
                lastNumber = said.computeIfAbsent(last, one -> said.size());
            }
            chunk.sayings[at] = lastNumber;
            size++;
        }

        /**
         * What was added; nothing may be added after it.
         *
         * @param people everybody in the list, in the order that their numbers follow
         */
        public Enrollments build(Collection<Person> people) {
            int inLast = size & Chunk.LAST;
            if (inLast > 0) {
                chunks.set(chunks.size() - 1, chunk.upTo(inLast));
            }
            return new Enrollments(this, people);
        }
    }
}
