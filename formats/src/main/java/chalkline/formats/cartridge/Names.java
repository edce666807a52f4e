package chalkline.formats.cartridge;

/** Names that Common Cartridge 1.3 prescribes (1EdTech, profile of IMS Content Packaging; written from memory). */
final class Names {
    static final String MANIFEST_FILE = "imsmanifest.xml";
    static final String SCHEMA = "IMS Common Cartridge";
    static final String VERSION = "1.3.0";

    static final String MANIFEST = "http://www.imsglobal.org/xsd/imsccv1p3/imscp_v1p1";
    static final String LOM_MANIFEST = "http://ltsc.ieee.org/xsd/imsccv1p3/LOM/manifest";
    static final String LOM_RESOURCE = "http://ltsc.ieee.org/xsd/imsccv1p3/LOM/resource";
    static final String WEB_LINK = "http://www.imsglobal.org/xsd/imsccv1p3/imswl_v1p3";
    static final String DISCUSSION = "http://www.imsglobal.org/xsd/imsccv1p3/imsdt_v1p3";
    static final String ASSIGNMENT = "http://www.imsglobal.org/xsd/imscc_extensions/assignment";
    static final String QTI = "http://www.imsglobal.org/xsd/ims_qtiasiv1p2";

    static final String TYPE_FILE = "webcontent";
    static final String TYPE_WEB_LINK = "imswl_xmlv1p3";
    static final String TYPE_DISCUSSION = "imsdt_xmlv1p3";
    static final String TYPE_ASSIGNMENT = "assignment_xmlv1p0";
    static final String TYPE_ASSESSMENT = "imsqti_xmlv1p2/imscc_xmlv1p3/assessment";

    /** Versions 1.0 to 1.3 differ in the numbers of their types only. */
    static final String LIKE_WEB_LINK = "imswl_xmlv1p[0-9]";

    static final String LIKE_DISCUSSION = "imsdt_xmlv1p[0-9]";
    static final String LIKE_ASSESSMENT = "imsqti_xmlv1p2/imscc_xmlv1p[0-9]/assessment";
    static final String LIKE_FILE = "webcontent|associatedcontent/.*";

    /** Keywords of an item that say what the standard has no place for. */
    static final String DUE = "due: ";

    static final String POINTS = "points: ";
    static final String EVERY_WEEK = "every week";
    static final String ANNOUNCEMENT = "announcement";

    private Names() {}
}
