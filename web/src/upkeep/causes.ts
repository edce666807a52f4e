import type { Api } from '../api/client'
import type { Station } from '../frame/nav.svelte'

type Cause = Api['FirstDayRow']['cause']

/** What mends a cause: what is said, what a button does where one can, and where else to go. */
export interface Remedy {
    word: string
    says: string
    acts?: string
    station?: Station
    link?: string
}

export const CAUSES: Record<Cause, Remedy> = {
    NOT_BUILT: {
        word: 'not built',
        says: 'The proof says what keeps it from being built, or builds it.',
        station: 'proof',
        link: 'To the proof',
    },
    NOT_OPEN: {
        word: 'not open',
        says: 'Opened by that day, by an override of each section that a build carries out at once.',
        acts: 'Open',
    },
    HIDDEN: {
        word: 'kept out by section dates',
        says: "The section's own dates keep its students out of an open shell.",
        station: 'dates',
        link: 'To its dates',
    },
    NO_INSTRUCTOR: {
        word: 'no instructor',
        says: 'The registrar has nobody for it. Send the department its list.',
    },
    NEVER_IN: {
        word: 'instructor never in',
        says: 'Nobody who teaches it has looked in yet. Send the department its list.',
    },
    NO_CONTENT: {
        word: 'no content of its own',
        says: 'It holds only what it was made with. Send the department its list.',
    },
    EMPTY_ROSTER: {
        word: 'no student',
        says: 'The registrar has nobody enrolled. It may be cancelled: send the department its list.',
    },
    NAME_OFF: {
        word: 'name not by the conventions',
        says: 'Somebody renamed it, or the conventions changed since. A build names it as they say.',
        acts: 'Rename',
    },
    DOUBLED: {
        word: 'doubled',
        says: 'A section of it stands in another shell too. The proof shows both, and closes the one too many.',
        station: 'proof',
        link: 'To the proof',
    },
}
