package chalkline.formats.yaml;

import chalkline.core.Bounds;
import org.snakeyaml.engine.v2.api.LoadSettings;
import org.snakeyaml.engine.v2.events.Event;
import org.snakeyaml.engine.v2.exceptions.ParserException;
import org.snakeyaml.engine.v2.parser.Parser;
import org.snakeyaml.engine.v2.parser.ParserImpl;
import org.snakeyaml.engine.v2.scanner.StreamReader;

/** Hands on what a YAML file says, up to a depth that every conventions file keeps to: what reads it on calls itself. */
final class ShallowParser implements Parser {
    private final Parser parser;
    private int depth;

    ShallowParser(LoadSettings settings, String text) {
        this.parser = new ParserImpl(settings, new StreamReader(settings, text));
    }

    @Override
    public boolean checkEvent(Event.ID choice) {
        return parser.checkEvent(choice);
    }

    @Override
    public Event peekEvent() {
        return parser.peekEvent();
    }

    @Override
    public boolean hasNext() {
        return parser.hasNext();
    }

    @Override
    public Event next() {
        Event event = parser.next();
        switch (event.getEventId()) {
            case MappingStart, SequenceStart -> depth++;
            case MappingEnd, SequenceEnd -> depth--;
            default -> {
                // stays where it is
            }
        }
        if (depth > Bounds.YAML_DEPTH) {
            throw new ParserException(
                    "more than " + Bounds.YAML_DEPTH + " levels stand inside each other", event.getStartMark());
        }
        return event;
    }
}
