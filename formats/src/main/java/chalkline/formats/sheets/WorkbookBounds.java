package chalkline.formats.sheets;

import chalkline.core.Bounds;
import chalkline.formats.Fault;
import chalkline.formats.FaultyFileException;
import java.io.InputStream;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLStreamConstants;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.XMLStreamReader;

/**
 * Goes through a part of a workbook before a library does, which takes places and numbers as they are written: a column far
 * out, an exponent of nine digits or a number of many thousand digits would take all memory, or minutes. What no spreadsheet
 * program writes is a fault at its cell.
 */
final class WorkbookBounds {
    /** A place (ECMA-376, part 1, 18.18.7, ST_CellRef: at most XFD1048576). */
    private static final Pattern PLACE = Pattern.compile("([A-Z]{1,3})([1-9][0-9]{0,6})");

    private static final Pattern ROW = Pattern.compile("[1-9][0-9]{0,6}");

    /** As programs write a double (IEEE 754): 17 digits and an exponent of three. Some write all digits of it out. */
    private static final Pattern NUMBER = Pattern.compile("[+-]?[0-9]{0,400}[.]?[0-9]{0,400}([eE][+-]?[0-9]{1,3})?");

    private static final Pattern INDEX = Pattern.compile("[0-9]{1,9}");
    private static final int LONGEST_SHOWN = 20;
    private static final int MOST_CELLS = 4_000_000;

    private final String name;
    private final XMLInputFactory parsers = XMLInputFactory.newDefaultFactory();
    private int cells;

    /** @param name of the file, for faults */
    WorkbookBounds(String name) {
        this.name = name;
        parsers.setProperty(XMLInputFactory.SUPPORT_DTD, false);
        parsers.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
        parsers.setProperty(XMLInputFactory.IS_COALESCING, true);
    }

    /**
     * Checks one part, whatever it is; a part that is no XML has no cells.
     *
     * @throws FaultyFileException with the first cell that is out of bounds
     */
    void check(InputStream part) throws FaultyFileException {
        boolean begun = false;
        try {
            XMLStreamReader xml = parsers.createXMLStreamReader(part);
            String place = "";
            String type = "";
            boolean inCell = false;
            while (xml.hasNext()) {
                int event = xml.next();
                if (event == XMLStreamConstants.END_ELEMENT
                        && xml.getLocalName().equals("c")) {
                    inCell = false;
                }
                if (event != XMLStreamConstants.START_ELEMENT) {
                    continue;
                }
                begun = true;
                switch (xml.getLocalName()) {
                    case "row" -> row(attribute(xml, "r"));
                    case "c" -> {
                        place = attribute(xml, "r");
                        type = attribute(xml, "t");
                        inCell = true;
                        cell(place);
                    }
                    case "v" -> {
                        if (inCell) {
                            value(place, type, xml.getElementText().strip());
                        }
                    }
                    default -> {
                        // holds no place and no number that is expanded
                    }
                }
            }
        } catch (XMLStreamException | RuntimeException e) {
            if (begun) {
                throw SheetReader.refused(name, "it is no workbook that can be read (XLSX); save it anew, or as CSV");
            }
        }
    }

    private static String attribute(XMLStreamReader xml, String name) {
        String value = xml.getAttributeValue(null, name);
        return value == null ? "" : value;
    }

    private void row(String number) throws FaultyFileException {
        if (!number.isEmpty() && !ROW.matcher(number).matches()) {
            throw fault("1", "a row has the number \"" + shown(number) + "\", which no workbook has");
        }
    }

    private void cell(String place) throws FaultyFileException {
        if (++cells > MOST_CELLS) {
            throw SheetReader.refused(name, "it has more than " + MOST_CELLS + " cells; no such file is read");
        }
        if (place.isEmpty()) {
            return;
        }
        Matcher parts = PLACE.matcher(place);
        if (!parts.matches() || column(parts.group(1)) > Bounds.COLUMNS) {
            throw fault(
                    shown(place),
                    "a cell stands at \"" + shown(place) + "\"; only the first " + Bounds.COLUMNS
                            + " columns of a workbook are read");
        }
    }

    /** Counted from 1: A is 1, Z 26, AA 27. */
    private static int column(String letters) {
        return letters.chars().reduce(0, (sum, letter) -> sum * 26 + letter - 'A' + 1);
    }

    private void value(String place, String type, String text) throws FaultyFileException {
        boolean right = switch (type) {
            case "", "n" -> NUMBER.matcher(text).matches();
            case "s" -> INDEX.matcher(text).matches();
            default -> true;
        };
        if (!right) {
            throw fault(
                    place.isEmpty() ? "1" : place,
                    "the cell" + (place.isEmpty() ? "" : " " + place) + " holds \"" + shown(text)
                            + "\", which is no number that a spreadsheet program writes");
        }
    }

    private FaultyFileException fault(String place, String reason) {
        Matcher parts = PLACE.matcher(place);
        long line = parts.matches() ? Long.parseLong(parts.group(2)) : 1;
        String column = parts.matches() ? Integer.toString(column(parts.group(1))) : "1";
        return new FaultyFileException(List.of(new Fault(name, line, column, reason)));
    }

    private static String shown(String text) {
        return text.length() <= LONGEST_SHOWN ? text : text.substring(0, LONGEST_SHOWN) + "…";
    }
}
