package chalkline.server.lms;

import java.util.List;

/**
 * What an LMS is told. Calls take a batch and answer for each item in the same order; they may be repeated with the same
 * {@code idempotencyKey} without being done twice.
 */
public interface LmsWriting {

    /** Whether an LMS is set at all. */
    boolean isThere();

    /** Whether it can be told what shells contain; else new shells are empty, and nothing is copied or put in order. */
    boolean takesContent();

    /** Makes or changes templates: areas that only administrators and designers enter and that nobody is enrolled in. */
    List<Lms.Answer> putTemplates(String idempotencyKey, List<Lms.TemplatePut> templates);

    /** Makes categories, each by its levels from the top; those that are there stay. */
    List<Lms.Answer> putCategories(String idempotencyKey, List<Lms.CategoryPut> categories);

    /**
     * Makes or changes shells, each with its sections and all its windows at once, so that nobody is let in or kept out
     * between two calls. A new shell is closed to students unless it says otherwise.
     */
    List<Lms.Answer> putShells(String idempotencyKey, List<Lms.ShellPut> shells);

    /** Gives shells another key or code. */
    List<Lms.Answer> rename(String idempotencyKey, List<Lms.Rename> renames);

    /** Adds and removes people of shells. */
    List<Lms.Answer> changePeople(String idempotencyKey, List<Lms.PeopleChange> changes);

    /** Closes shells to students and keeps them, or lets them be as they were before that. */
    List<Lms.Answer> close(String idempotencyKey, List<Lms.Closing> shells);

    /** Archives shells, so that only administrators enter them, or lets them be as they were before that. */
    List<Lms.Answer> archive(String idempotencyKey, List<Lms.Archiving> shells);

    /** Lets people who are in a shell enter it longer than the others, or no longer than they. */
    List<Lms.Answer> extend(String idempotencyKey, List<Lms.Extension> extensions);

    /** Gives shells a word with which people enter who are on no roster, or takes it from them. */
    List<Lms.Answer> putEntryCodes(String idempotencyKey, List<Lms.EntryCode> codes);

    /** Deletes shells that did not change since a mark; those that did are refused as {@code touched}. */
    List<Lms.Answer> remove(String idempotencyKey, List<Lms.Removal> shells);

    /** Takes out categories that nothing is in; others are refused as {@code category-in-use}. */
    List<Lms.Answer> removeCategories(String idempotencyKey, List<Lms.CategoryPut> categories);

    /** Starts to copy templates or other shells into shells; each answer names a job to ask about. */
    List<Lms.Answer> copyTemplates(String idempotencyKey, List<Lms.Copy> copies);

    /** Puts the content of shells in order and gives it its dates; materials of items that stay are kept. */
    List<Lms.Answer> putOutlines(String idempotencyKey, List<Lms.OutlinePut> outlines);
}
