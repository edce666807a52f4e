import type { Api } from '../api/client'
import { number } from '../frame/words'

type SectionChange = Api['ChangeSectionChange']

/** A number with what it means; nothing for none. */
export function sign(n: number, mark: string): string {
    return n === 0 ? '' : mark + number(n)
}

export function sum<T>(rows: T[], of: (row: T) => number): number {
    return rows.reduce((all, row) => all + of(row), 0)
}

/** Facts of the registrar's as they are called on screen. */
const FACTS: Record<string, string> = {
    reference: 'reference number',
    session: 'part of term',
    primary: 'instructor of record',
    meets: 'meeting times',
    topic: 'topic',
    section: 'section number',
}

export function fact(what: string): string {
    return FACTS[what] ?? what
}

const ACTIONS: Record<string, string> = {
    build: 'to be built',
    change: 'to be changed',
    keep: 'stands as it should',
    close: 'to be closed',
    stop: 'stopped',
}

/** What becomes of the shell of a section, in words. */
export function effect(change: SectionChange): string {
    if (change.shell === null) return 'no shell'
    if (change.action === null)
        return change.open ? 'no longer in the proof, open to students' : 'no longer in the proof'
    const open = change.action === 'close' && change.open ? ', open to students' : ''
    return (ACTIONS[change.action] ?? change.action) + open
}

const MOVES: [string, string, string][] = [
    ['instructor-in', '+', 'teaches'],
    ['instructor-out', '−', 'no longer teaches'],
    ['add', '+', 'added'],
    ['drop', '−', 'dropped'],
]

/** The people of a section by what they did: the mark, the word and the names. */
export function moves(change: SectionChange): { mark: string; word: string; names: string[] }[] {
    return MOVES.map(([what, mark, word]) => ({
        mark,
        word,
        names: change.people.filter((p) => p.what === what).map((p) => p.name),
    })).filter((move) => move.names.length > 0)
}

interface ChangedRow {
    section: string
    title: string
    what: string
    person: string
    before: string
    after: string
    shell: string
    effect: string
}

/** One row for each thing that changed, as a sheet has it. */
export function changedRows(sections: SectionChange[]): ChangedRow[] {
    return sections.flatMap((one) => {
        const of = { section: one.label, title: one.title, shell: one.shell ?? '', effect: effect(one) }
        const whole =
            one.kind === 'changed'
                ? []
                : [{ ...of, what: `section ${one.kind}`, person: '', before: '', after: '' }]
        return [
            ...whole,
            ...one.facts.map((f) => ({
                ...of,
                what: fact(f.what),
                person: '',
                before: f.before,
                after: f.after,
            })),
            ...one.people.map((p) => ({ ...of, what: p.what, person: p.name, before: '', after: '' })),
        ]
    })
}

export const CHANGED: [string, (row: ChangedRow) => string][] = [
    ['section', (r) => r.section],
    ['title', (r) => r.title],
    ['what', (r) => r.what],
    ['person', (r) => r.person],
    ['before', (r) => r.before],
    ['after', (r) => r.after],
    ['shell', (r) => r.shell],
    ['its shell', (r) => r.effect],
]
