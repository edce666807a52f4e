/** What a guard counts, in words. */
export const GUARDS: Record<string, string> = {
    sectionsOut: 'sections',
    instructorsOut: 'instructors',
    drops: 'students',
}
