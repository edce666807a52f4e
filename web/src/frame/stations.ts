import { isUnderWay } from '../build/words'
import type { Api } from '../api/client'
import { count, instant, number } from './words'

type Line = Api['DeskLine']

/** What a station says in a few words; a stop and a note stand out. */
export interface Said {
    plain: string
    stop?: string
    note?: string
}

interface StationOf<Id extends string> {
    id: Id
    name: string
    /** Whether this version has it. */
    there: boolean
    /** Where it hangs on the line, in hundredths of the width. */
    at: number
    said: (line: Line) => Said
}

function station<Id extends string>(
    id: Id,
    name: string,
    at: number,
    said: (line: Line) => Said,
    there = true,
): StationOf<Id> {
    return { id, name, there, at, said }
}

/** The stations that a term passes, in the order of the work. */
export const STATIONS = [
    station('arrivals', 'Arrivals', 7.5, arrivals),
    station('conventions', 'Conventions', 21, (line) => ({ plain: count(line.layers, 'layer') })),
    station('cross-lists', 'Cross-lists', 34.7, (line) => ({
        plain: line.crossLists ? `${number(line.crossLists)} kept` : line.suggested ? '' : 'none',
        note: line.suggested ? `${number(line.suggested)} suggested` : '',
    })),
    station('dates', 'Dates', 48.5, (line) => ({
        plain: line.keptOut ? '' : 'all windows as set',
        note: line.keptOut ? `${count(line.keptOut, 'shell')} kept shut` : '',
    })),
    station('proof', 'Proof', 63, proof),
    station('build', 'Build', 77, (line) =>
        line.buildState === null
            ? { plain: 'nothing yet' }
            : line.buildState === 'FAILED' && line.builtOf === 0
              ? { plain: '', note: 'nothing was built' }
              : {
                    plain: `${number(line.builtDone)} of ${number(line.builtOf)}`,
                    stop: line.builtFailed ? `${number(line.builtFailed)} failed` : '',
                },
    ),
    station('upkeep', 'Upkeep', 91, (line) => ({
        plain: line.drifted ? '' : line.buildId ? 'as built' : 'nothing yet',
        note: line.drifted ? `${number(line.drifted)} drifted` : '',
    })),
] as const

/** What is of no term, by what the address says of it. */
export const DESK_VIEWS: Record<string, string> = {
    teaching: 'My teaching',
    requests: 'Requests',
    people: 'People',
    ledger: 'Ledger',
    courses: 'Courses',
}

function arrivals(line: Line): Said {
    const held = line.heldLists ? `${count(line.heldLists, 'list')} held` : ''
    if (line.listReadAt === null) return { plain: held ? '' : 'nothing yet', stop: held }
    const sections = line.sections ? count(line.sections, 'section') : 'none of this term'
    return { plain: `${sections}, ${instant(line.listReadAt, line.zone).slice(4, -11)}`, stop: held }
}

function proof(line: Line): Said {
    if (line.shells === 0) return { plain: line.missing ? 'no list of it' : 'nothing yet' }
    if (line.stops > 0) return { plain: '', stop: count(line.stops, 'stop') }
    const term = line.term
    const closes = term?.closes ? `${number(term.closes)} to close` : ''
    return { plain: waiting(term), note: closes || (line.notes ? count(line.notes, 'note') : '') }
}

/** What a proof waits for but for closings, which are never within a number of something else. */
function waiting(term: Api['DeskTerm'] | null): string {
    const now = term?.building
    // until its steps are written down, how many shells it is of is not known
    if (now?.state === 'PLANNING') return 'being planned'
    if (now) return `${number(Math.max(0, now.shells - now.done - now.failed))} to come`
    const builds = term?.builds ? `${number(term.builds)} to build` : ''
    const changes = term?.changes ? `${number(term.changes)} to change` : ''
    if (builds && changes) return `${builds} …`
    return builds || changes || (term?.closes ? '' : 'nothing to build')
}

/** How many stations lie behind the work of a term. */
export function reached(line: Line | null): number {
    if (!line || line.sections === 0) return 0
    const building = isUnderWay(line.buildState)
    const left = line.term ? line.term.builds + line.term.changes + line.term.closes : 0
    const built = STATIONS.findIndex((one) => one.id === 'build') + 1
    return building || (line.buildState === 'DONE' && left === 0) ? built : built - 1
}
