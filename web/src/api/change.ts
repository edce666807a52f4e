import type { Api } from './client'

/** A change of a version of the conventions, of which one part is said. */
export function changeOf(basedOn: number, part: Partial<Omit<Api['Change'], 'basedOn'>>): Api['Change'] {
    return {
        basedOn,
        stack: null,
        file: null,
        value: null,
        crossLists: null,
        dates: null,
        settings: null,
        guards: null,
        keeps: null,
        moves: null,
        ...part,
    }
}
