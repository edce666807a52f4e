import { get, type Api } from '../api/client'
import { ORDER, withMore } from '../parts/ordered'

export type Row = Api['ProofRow'] & { find: string }

/** A line of the sheet: a heading of a group, or a shell. */
export type Line = { kind: 'group'; name: string; under: string; rows: Row[] } | { kind: 'row'; row: Row }

export interface Filter {
    action: string
    snag: string
    /** A field that differs from what the LMS holds. */
    field: string
    q: string
}

const PAGE = 1000

/** The rows of a term's proof, fetched page by page; those there already can be worked with. */
export class Rows {
    summary = $state.raw<Api['ProofSummary'] | null>(null)
    all = $state.raw<Row[]>([])
    complete = $state(false)

    constructor(readonly term: string) {}

    /** Fetches the proof that holds now. */
    async load() {
        const path = { term: this.term }
        const seen = await get('/api/terms/{term}/proof', { path })
        let rows: Row[] = []
        let after = ''
        for (let more = true; more;) {
            const query = { versions: seen.versions, after, limit: PAGE }
            const page = await get('/api/terms/{term}/proof/rows', { path, query })
            rows = withMore(
                rows,
                page.rows.map((row) => ({ ...row, find: searchable(row) })),
                (row) => row.code,
            )
            if (!this.summary || !this.complete) this.all = rows
            this.summary ??= seen
            after = page.next ?? ''
            more = page.next !== null
        }
        this.summary = seen
        this.all = rows
        this.complete = true
    }
}

function searchable(row: Api['ProofRow']): string {
    return `${row.code} ${row.title} ${row.category} ${row.reference} ${row.key}`.toLowerCase()
}

/** The rows that a filter leaves. */
export function filtered(rows: Row[], filter: Filter): Row[] {
    const terms = filter.q.toLowerCase().split(/\s+/).filter(Boolean)
    return rows.filter(
        (row) =>
            (filter.action === '' ||
                (filter.action === 'todo' ? row.action !== 'keep' : row.action === filter.action)) &&
            (filter.field === '' || row.changed.includes(filter.field)) &&
            (filter.snag === '' ||
                (filter.snag === 'any' ? row.snags.length > 0 : row.snags.includes(filter.snag))) &&
            terms.every((term) => row.find.includes(term)),
    )
}

/** The fields in which rows differ from what the LMS holds, those of most rows first, and of how many. */
export function differing(rows: Row[]): [string, number][] {
    const counts = new Map<string, number>()
    for (const row of rows)
        if (row.action === 'change')
            for (const field of row.changed) counts.set(field, (counts.get(field) ?? 0) + 1)
    return [...counts].sort(([a, n], [b, m]) => m - n || ORDER.compare(a, b))
}

/** `sectionWindows` in words. */
export function fieldName(field: string): string {
    return field.replace(/[A-Z]+/g, (big) => ` ${big.toLowerCase()}`)
}

const ACTION_ORDER = ['stop', 'build', 'change', 'close', 'keep']

/** Puts rows under headings, below each in the order given. */
export function grouped(rows: Row[], by: string): Line[] {
    const groups = new Map<string, Row[]>()
    for (const row of rows) {
        for (const name of namesOf(row, by)) {
            const group = groups.get(name)
            if (group) group.push(row)
            else groups.set(name, [row])
        }
    }
    const names = [...groups.keys()].sort((a, b) =>
        by === 'action' ? ACTION_ORDER.indexOf(a) - ACTION_ORDER.indexOf(b) : ORDER.compare(a, b),
    )
    const lines: Line[] = []
    for (const name of names) {
        const of = groups.get(name) ?? []
        if (by !== 'none') {
            const under = by === 'department' ? (of[0]?.college ?? '') : ''
            lines.push({ kind: 'group', name, under, rows: of })
        }
        for (const row of of) lines.push({ kind: 'row', row })
    }
    return lines
}

function namesOf(row: Row, by: string): string[] {
    if (by === 'department') return [row.department || 'No longer in the list']
    if (by === 'action') return [row.action]
    if (by === 'snag') return row.snags.length > 0 ? row.snags : ['no snag']
    return ['']
}
