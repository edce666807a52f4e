package chalkline.server.lms;

import com.fasterxml.jackson.annotation.JsonInclude;
import java.math.BigDecimal;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * An LMS that both tells and is told. Every call throws {@link LmsUnavailable} where the LMS does not answer; then it may or
 * may not have been carried out, and is to be repeated as it was.
 */
public interface Lms extends LmsReading, LmsWriting {

    // both sides have it
    @Override
    boolean isThere();

    /** The LMS never gave this mark, so that everything is to be read anew. */
    final class UnknownMark extends RuntimeException {
        private static final long serialVersionUID = 1L;
    }

    /**
     * Shells that changed, and the mark to ask with the next time.
     *
     * @param removed the LMS's own numbers of shells that are gone
     */
    record Changes(List<StandingShell> shells, Set<Long> removed, long mark) {}

    /**
     * What came of one item.
     *
     * @param refused a word for the reason; null where it was done
     * @param message the reason in a sentence; null where it was done
     * @param job what to ask about where the work goes on; else null
     * @param mark the shell's mark after it; null where the LMS does not say
     * @param made whether it was not there before; null where the LMS does not say
     */
    record Answer(
            boolean done,
            @Nullable String refused,
            @Nullable String message,
            @Nullable Long job,
            @Nullable Long mark,
            @Nullable Boolean made) {

        public static Answer refused(String word, String message) {
            return new Answer(false, word, message, null, null, null);
        }
    }

    /**
     * How a copy stands.
     *
     * @param failed why it will never be done; null where it may
     * @param mark the shell's mark once it is done; null where the LMS does not say
     */
    record CopyState(
            long job,
            boolean done,
            @Nullable String failed,
            @Nullable Long mark) {}

    /**
     * How some copies stand.
     *
     * @param askAfterMillis when to ask again, in the LMS's own word; null where it has none
     */
    record Copies(List<CopyState> jobs, @Nullable Long askAfterMillis) {}

    record CategoryPut(List<String> levels) {}

    /**
     * A shell to be made or changed; settings by their names in conventions, moments as ISO 8601 with offset.
     *
     * @param windows of those of its sections whose students can enter for a part of its time only
     * @param overHand whether it is opened or shut even where a person did that by hand before; null where it is not
     * @param closed whether it is closed to students from then on; null where it is not
     * @param ifMark it is refused as {@code touched} if the shell has changed since; null where that does not matter
     */
    record ShellPut(
            String key,
            String term,
            String code,
            String title,
            List<String> category,
            String opens,
            String closes,
            boolean open,
            String lead,
            List<String> sections,
            List<SectionWindow> windows,
            Map<String, String> settings,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Boolean overHand,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Boolean closed,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Long ifMark) {

        /** The same, if the shell has not changed since a mark. */
        public ShellPut ifMark(@Nullable Long mark) {
            return new ShellPut(
                    key, term, code, title, category, opens, closes, open, lead, sections, windows, settings, overHand,
                    closed, mark);
        }
    }

    record Rename(String key, String newKey, String code) {}

    /** From when to when students of a section can enter, as ISO 8601 with offset. */
    record SectionWindow(String section, String opens, String closes) {}

    /** Someone in a shell: instructor, assistant, designer or student, through one section; by hand, where it is empty. */
    record Member(String user, String role, String section) {}

    record PeopleChange(String key, List<Member> add, List<Member> remove) {}

    /**
     * What a shell starts from.
     *
     * @param template the template to copy; null where it is another shell
     * @param from the key of the shell to copy; null where it is a template
     * @param what {@code outline}, {@code everything} (materials too) or {@code settings}; never people or their work
     * @param untouched whether it is refused as {@code touched} where somebody has worked in the shell; null where it is not
     */
    record Copy(
            String key,
            @Nullable String template,
            @Nullable String from,
            String what,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Boolean untouched) {

        /** Into a shell that is new. */
        public Copy(String key, @Nullable String template, @Nullable String from, String what) {
            this(key, template, from, what, null);
        }
    }

    record TemplatePut(String id, String title, String instruction, List<OutlineUnit> units) {}

    /** @param untouched whether it is refused as {@code touched} where somebody has worked in the shell; null where it is not */
    record OutlinePut(
            String key,
            List<OutlineUnit> units,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Boolean untouched) {}

    /** A unit of an outline; its first and last day as ISO 8601 where it has them. */
    record OutlineUnit(
            String title,
            @Nullable String instruction,
            @Nullable String first,
            @Nullable String last,
            List<OutlineItem> items) {

        /** The same, its items to be made anew. */
        public OutlineUnit withoutIds() {
            return new OutlineUnit(
                    title,
                    instruction,
                    first,
                    last,
                    items.stream().map(OutlineItem::withoutId).toList());
        }
    }

    /**
     * An item of an outline.
     *
     * @param id what the LMS knows it by in its shell, whatever comes before it; null where it does not say, or where the
     *     item is to be made
     * @param kind page, file, link, assignment, quiz, discussion or announcement
     * @param due as ISO 8601 with offset; null without a date
     */
    record OutlineItem(
            @Nullable String id,
            String kind,
            String title,
            @Nullable String text,
            @Nullable String address,
            @Nullable BigDecimal points,
            @Nullable String due) {

        public OutlineItem withoutId() {
            return new OutlineItem(null, kind, title, text, address, points, due);
        }
    }

    record Closing(String key, boolean closed) {}

    record Archiving(String key, boolean archived) {}

    /** @param until as ISO 8601 with offset; null where the person enters no longer than the others */
    record Extension(String key, String user, @Nullable String until) {}

    /**
     * @param code the word, instead of the one before; null where none is good any more
     * @param until as ISO 8601 with offset; null where it is good for as long as the shell is open
     */
    record EntryCode(
            String key, @Nullable String code, @Nullable String until) {}

    record Removal(
            String key,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Long ifMark) {}

    /**
     * A shell as it stands in the LMS.
     *
     * @param rosters who came into it, as a digest by section ({@link chalkline.core.proof.Rosters}); null where the LMS
     *     does not say
     * @param mark when it changed last; null where the LMS does not say, and in what is kept of it
     */
    record StandingShell(
            long id,
            String key,
            String term,
            String code,
            String title,
            List<String> category,
            String opens,
            String closes,
            boolean open,
            boolean openByHand,
            boolean closed,
            boolean activity,
            @Nullable String lead,
            @Nullable List<String> sections,
            @Nullable List<SectionWindow> windows,
            Map<String, String> settings,
            @Nullable List<String> instructors,
            @Nullable Map<String, String> rosters,
            @Nullable Facts facts,
            @Nullable Long mark) {

        /** The same with other sections, and windows of them. */
        public StandingShell withSections(@Nullable List<String> others, @Nullable List<SectionWindow> theirs) {
            return with(others, theirs, mark);
        }

        /** A shell that changed and was changed back is as it was. */
        StandingShell withoutMark() {
            return with(sections, windows, null);
        }

        private StandingShell with(
                @Nullable List<String> itsSections, @Nullable List<SectionWindow> itsWindows, @Nullable Long itsMark) {
            return new StandingShell(
                    id,
                    key,
                    term,
                    code,
                    title,
                    category,
                    opens,
                    closes,
                    open,
                    openByHand,
                    closed,
                    activity,
                    lead,
                    itsSections,
                    itsWindows,
                    settings,
                    instructors,
                    rosters,
                    facts,
                    itsMark);
        }
    }

    /**
     * What an LMS tells of a shell beside what can be put into it; null where it does not say.
     *
     * @param byHand who is in it through no section
     * @param beenIn which of its instructors have entered it
     * @param students how many are in it
     * @param content {@code none}, {@code copied} where it has only what it was made with, or {@code own}
     * @param edited of a shell outside any term: the mark at which its content changed last
     */
    record Facts(
            @Nullable List<Member> byHand,
            @Nullable List<String> beenIn,
            @Nullable Integer students,
            @Nullable String content,
            @Nullable Boolean archived,

            @JsonInclude(JsonInclude.Include.NON_NULL) @Nullable
            Long edited) {}

    /**
     * A category of the LMS.
     *
     * @param hidden whether only administrators see it, as one for templates
     * @param shells how many are in it, of all terms
     */
    record Category(List<String> levels, boolean locked, boolean hidden, int shells) {}
}
