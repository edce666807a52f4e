package chalkline.server.frame;

import chalkline.core.naming.Cut;
import org.springframework.web.multipart.MultipartFile;

/** Files that a browser sends. */
public final class Uploads {
    private static final int LONGEST_NAME = 120;

    private Uploads() {}

    /** What to call it: its name without signs that no screen shows, and not longer than a screen is wide. */
    public static String name(MultipartFile file) {
        String given = file.getOriginalFilename() == null ? "" : file.getOriginalFilename();
        String plain =
                given.replaceAll("[\\p{Cc}\\p{Cf}\\p{Cs}\\p{Co}\\p{Cn}]+", " ").strip();
        return plain.isEmpty() ? "a file" : Cut.to(plain, LONGEST_NAME);
    }
}
