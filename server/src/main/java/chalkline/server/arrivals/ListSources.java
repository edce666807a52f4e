package chalkline.server.arrivals;

import chalkline.core.arrivals.CombinedList;
import chalkline.server.ChalkLineSettings;
import chalkline.server.frame.NotFound;
import java.net.URI;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.springframework.stereotype.Component;

/** The registrars that lists come from: the first, and those that the settings name besides. */
@Component
class ListSources {
    private final List<ListSource> all = new ArrayList<>();

    /**
     * A registrar.
     *
     * @param key what the ids of all but the first begin with
     * @param name what its lists are called
     * @param authorization of each request; empty where none is sent
     */
    record ListSource(String key, String name, Optional<URI> address, Optional<String> authorization) {}

    ListSources(ChalkLineSettings settings) {
        all.add(new ListSource(
                CombinedList.REGISTRAR,
                ArrivalService.THE_LIST,
                settings.registrar().address(),
                settings.registrar().credentials().authorization()));
        for (Map.Entry<String, ChalkLineSettings.FurtherRegistrar> one :
                new TreeMap<>(settings.furtherRegistrars()).entrySet()) {
            String key = one.getKey();
            if (!key.matches("[a-z][a-z0-9]{0,19}")
                    || key.equals(CombinedList.OWN)
                    || key.equals(CombinedList.REGISTRAR)) {
                throw new IllegalStateException(
                        "The source \"" + key + "\" needs another short name: up to twenty small"
                                + " letters and digits, and neither own nor registrar.");
            }
            ChalkLineSettings.FurtherRegistrar further = one.getValue();
            all.add(new ListSource(
                    key,
                    "the list of " + Optional.ofNullable(further.name()).orElse(key),
                    further.address(),
                    Optional.ofNullable(further.credentials()).flatMap(ChalkLineSettings.Credentials::authorization)));
        }
    }

    /** The first registrar first, the others by their short names. */
    List<ListSource> all() {
        return all;
    }

    ListSource named(String key) {
        return all.stream()
                .filter(one -> one.key().equals(key))
                .findFirst()
                .orElseThrow(() -> new NotFound("No lists come from a source \"" + key + "\"."));
    }
}
