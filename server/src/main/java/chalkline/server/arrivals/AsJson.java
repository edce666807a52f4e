package chalkline.server.arrivals;

import chalkline.core.arrivals.ClassFact;
import chalkline.core.arrivals.Oddity;
import chalkline.formats.Fault;
import jakarta.persistence.AttributeConverter;
import java.util.List;
import java.util.Map;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** What stands in one column as JSON, which keeps whatever characters their texts have. */
abstract class AsJson<T> implements AttributeConverter<T, String> {
    private static final JsonMapper JSON = new JsonMapper();

    private final TypeReference<T> type;

    AsJson(TypeReference<T> type) {
        this.type = type;
    }

    @Override
    public String convertToDatabaseColumn(T items) {
        return JSON.writeValueAsString(items);
    }

    @Override
    public T convertToEntityAttribute(String column) {
        return JSON.readValue(column, type);
    }

    /** Faults of a refused list. */
    static final class OfFaults extends AsJson<List<Fault>> {
        OfFaults() {
            super(new TypeReference<>() {});
        }
    }

    /** Guards that a held list trips. */
    static final class OfTrips extends AsJson<List<Arrival.Trip>> {
        OfTrips() {
            super(new TypeReference<>() {});
        }
    }

    /** Parts that were left out of what a list changes. */
    static final class OfKept extends AsJson<List<Arrival.Kept>> {
        OfKept() {
            super(new TypeReference<>() {});
        }
    }

    /** What is odd in a list. */
    static final class OfOddities extends AsJson<List<Oddity>> {
        OfOddities() {
            super(new TypeReference<>() {});
        }
    }

    /** The arrival of each source. */
    static final class OfParts extends AsJson<Map<String, Long>> {
        OfParts() {
            super(new TypeReference<>() {});
        }
    }

    /** Classes of registrars' lists by own sections. */
    static final class OfMerged extends AsJson<Map<String, String>> {
        OfMerged() {
            super(new TypeReference<>() {});
        }
    }

    /** What a class says of itself. */
    static final class OfFacts extends AsJson<Map<ClassFact, String>> {
        OfFacts() {
            super(new TypeReference<>() {});
        }
    }
}
