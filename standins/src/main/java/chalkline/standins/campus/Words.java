package chalkline.standins.campus;

import java.util.List;

/** The invented words that Skerrow University is made of. */
final class Words {
    private Words() {}

    record College(String code, String name) {}

    record Department(String code, String name, College college, List<String> subjects, List<String> matters) {}

    private static final College LETTERS = new College("LET", "College of Letters");
    private static final College SEA = new College("SEA", "College of the Sea");
    private static final College MAKING = new College("MAK", "College of Making");
    private static final College CARE = new College("CAR", "College of Care");
    private static final College TRADE = new College("TRA", "College of Trade and Number");

    static final List<College> COLLEGES = List.of(LETTERS, SEA, MAKING, CARE, TRADE);

    static final List<Department> DEPARTMENTS = List.of(
            department("ANTH", "Anthropology", LETTERS, "Peoples of the Coast,Kinship,Field Methods,Ritual,Migration"),
            department("HIST", "History of the Sea", LETTERS, "Harbours,Whaling,Lighthouses,Shipwrecks,Trade Winds"),
            department("LING", "Linguistics", LETTERS, "Phonology,Dialects,Syntax,Sign Languages,Place Names"),
            department("MUSC", "Music", LETTERS, "Shanties,Counterpoint,Choir,Fiddle,Acoustics"),
            department("THEA", "Theatre", LETTERS, "Stagecraft,Voice,Masks,Direction,Playwriting"),
            department("PHIL", "Philosophy", LETTERS, "Ethics,Logic,Mind,Nature,Justice"),
            department("OCEA", "Oceanography", SEA, "Tides,Waves,Currents,Ice,Ocean Chemistry"),
            department("MARB", "Marine Biology", SEA, "Kelp,Sea Birds,Plankton,Fish,Estuaries"),
            department("GEOS", "Geoscience", SEA, "Sediments,Coasts,Minerals,Maps,Earthquakes"),
            department("FISH", "Fisheries Management", SEA, "Stocks,Quotas,Gear,Hatcheries,Markets"),
            department("NAUT", "Navigation", SEA, "Charts,Pilotage,Radar,Weather,Stars"),
            department("CENG", "Coastal Engineering", MAKING, "Harbour Works,Dredging,Sea Walls,Piers,Drainage"),
            department("NAVA", "Naval Architecture", MAKING, "Hulls,Stability,Propulsion,Rigging,Materials"),
            new Department(
                    "DSGN",
                    "Design and Making",
                    MAKING,
                    List.of("DSGN", "WOOD"),
                    List.of("Boats", "Lettering", "Joinery", "Weaving", "Drawing")),
            department("COMP", "Computing", MAKING, "Programs,Databases,Networks,Graphics,Algorithms"),
            department("PHYS", "Physics", MAKING, "Optics,Mechanics,Heat,Fields,Measurement"),
            department("CHEM", "Chemistry", MAKING, "Salts,Solutions,Polymers,Analysis,Reactions"),
            department("NURS", "Nursing", CARE, "Assessment,Community Care,Medication,Elders,Births"),
            department("PUBH", "Public Health", CARE, "Outbreaks,Water,Nutrition,Policy,Surveys"),
            department("EDUC", "Education", CARE, "Early Years,Reading,Outdoor Learning,Assessment,Play"),
            department("ECON", "Economics", TRADE, "Labour,Small Ports,Prices,Public Goods,Forecasts"),
            department("STAT", "Statistics", TRADE, "Sampling,Regression,Risk,Experiments,Time Series"),
            new Department(
                    "ACCT",
                    "Accounting and Law",
                    TRADE,
                    List.of("ACCT", "LAW"),
                    List.of("Ledgers", "Audit", "Salvage", "Contracts", "Tax")),
            department("MATH", "Mathematics", TRADE, "Numbers,Curves,Proofs,Models,Chance"));

    static final List<String> SHAPES = List.of(
            "Introduction to %s",
            "Principles of %s",
            "%s and Society",
            "Methods in %s",
            "%s in Practice",
            "Advanced %s",
            "The Study of %s",
            "%s: Theory and Cases",
            "Readings in %s",
            "Workshop on %s");

    static final List<String> LONG_SHAPES = List.of(
            "%s: Longitudinal and Comparative Methods for the Study of Small Coastal Communities and Their Economies, with a Practicum",
            "Critical and Historical Perspectives on %s in the North, the Islands and the Outer Banks, from First Settlement to Now");

    static final List<String> TOPICS = List.of(
            "The Price of Salt",
            "Fog and How to Draw It",
            "Café Culture of the Ports",
            "Letters Home",
            "A Year on the Flats",
            "Ropes & Knots",
            "Ålesen and the Northern Route",
            "Storm Records, 1850–1950");

    static final List<String> GIVEN = List.of(
            "Nadia", "Luc", "Ines", "Tomas", "Zoë", "Bjarne", "Maren", "Okello", "Priya", "Soren", "Aoife", "Rafael",
            "Hana", "Jonas", "Leïla", "Kofi", "Mirela", "Ansel", "Tove", "Dario", "Yuki", "Femi", "Greta", "Håkon",
            "Irena", "Joaquín", "Kaia", "Lorcan", "Moa", "Niamh", "Odile", "Pavel", "Runa", "Stellan", "Teodora",
            "Ulla", "Vidar", "Wren", "Xenia", "Ylva");

    static final List<String> FAMILY_START = List.of(
            "Aba", "Bren", "Cast", "Dun", "Elm", "Fair", "Grann", "Hav", "Isk", "Jor", "Kell", "Lang", "Mor", "Nør",
            "Ost", "Pell", "Quen", "Rav", "Skar", "Torv", "Ulv", "Vest", "Wick", "Yar", "Zel", "Ås", "Ém", "Lø");

    static final List<String> FAMILY_END = List.of(
            "ra", "wick", "ellan", "moor", "stad", "berg", "eau", "ling", "ness", "mark", "ova", "dal", "søn", "ford",
            "haug", "ier", "ström", "by", "gard", "lund", "vik", "ault", "hólm", "etti");

    static final List<String> ROOMS = List.of("Pier", "Gull", "Anchor", "Quay", "Loft", "Kelp", "Beacon", "Slip");

    static final List<String> MEETS = List.of(
            "MWF 08:30",
            "MWF 09:30",
            "MWF 10:30",
            "MWF 13:00",
            "TuTh 08:30",
            "TuTh 10:00",
            "TuTh 13:00",
            "TuTh 14:30",
            "Mon 18:00",
            "Wed 18:00",
            "Thu 13:00",
            "Fri 09:00");

    private static Department department(String subject, String name, College college, String matters) {
        return new Department(subject, name, college, List.of(subject), List.of(matters.split(",")));
    }
}
