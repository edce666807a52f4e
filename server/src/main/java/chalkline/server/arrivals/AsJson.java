package chalkline.server.arrivals;

import chalkline.formats.Fault;
import jakarta.persistence.AttributeConverter;
import java.util.List;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Lists in one column as JSON, which keeps whatever characters their texts have. */
abstract class AsJson<T> implements AttributeConverter<List<T>, String> {
    private static final JsonMapper JSON = new JsonMapper();

    private final TypeReference<List<T>> type;

    AsJson(TypeReference<List<T>> type) {
        this.type = type;
    }

    @Override
    public String convertToDatabaseColumn(List<T> items) {
        return JSON.writeValueAsString(items);
    }

    @Override
    public List<T> convertToEntityAttribute(String column) {
        return JSON.readValue(column, type);
    }

    /** Faults of a refused list. */
    static final class OfFaults extends AsJson<Fault> {
        OfFaults() {
            super(new TypeReference<>() {});
        }
    }

    /** Guards that a held list trips. */
    static final class OfTrips extends AsJson<Arrival.Trip> {
        OfTrips() {
            super(new TypeReference<>() {});
        }
    }
}
