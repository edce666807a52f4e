import type { Api } from '../api/client'
import { count } from '../frame/words'

type Kind = Api['LeftOutView']['kind']

/** What is left out of a department, in words. */
export function leftOut(kind: Kind, sections?: number): string {
    if (kind === 'CANCELLATIONS')
        return sections === undefined
            ? 'cancelled sections stay'
            : `${count(sections, 'cancelled section')} kept`
    return sections === undefined
        ? 'instructors stay as they were'
        : `instructors of ${count(sections, 'section')} kept as they were`
}
