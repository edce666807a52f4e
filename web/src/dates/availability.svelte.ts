import { SvelteSet } from 'svelte/reactivity'
import { changeOf } from '../api/change'
import { get, post, Problem, type Api, type FieldError } from '../api/client'
import { ORDER, withMore } from '../parts/ordered'
import { byDays } from './time'

export type Row = Api['DateRow']
export type Section = Api['DateSectionAvailability']
export type Dates = Api['DatesEditDates']
export type Edge = 'opens' | 'closes'

/** A line of the timeline: a heading, a shell, or one of the sections of a shared shell. */
export type Line =
    | { kind: 'group'; name: string; rows: Row[] }
    | { kind: 'row'; row: Row }
    | { kind: 'section'; row: Row; section: Section }

const EDGES: Edge[] = ['opens', 'closes']
const PAGE = 1000
const LOOKED_AT = 500

/** Rows under headings, each shared shell with its sections where they differ or where it is the chosen one. */
export function lines(rows: Row[], by: string, chosen: string): Line[] {
    const groups = new Map<string, Row[]>()
    for (const row of rows) {
        if (by === 'cross-list' && row.sections.length === 0) continue
        const name =
            by === 'template'
                ? row.template || 'none'
                : by === 'part'
                  ? row.part || 'the whole term'
                  : row.department
        const group = groups.get(name)
        if (group) group.push(row)
        else groups.set(name, [row])
    }
    const result: Line[] = []
    for (const name of [...groups.keys()].sort(ORDER.compare)) {
        const of = groups.get(name) ?? []
        result.push({ kind: 'group', name, rows: of })
        for (const row of of) {
            result.push({ kind: 'row', row })
            const differ = row.sections.some(
                (section) => section.ownOpens !== null || section.ownCloses !== null,
            )
            if (differ || row.key === chosen || by === 'cross-list')
                for (const section of row.sections) result.push({ kind: 'section', row, section })
        }
    }
    return result
}

/** What clears the own dates of the sections of some shells. */
export function cleared(rows: Row[], edges: Edge[] = EDGES): Dates[] {
    return rows.flatMap((row) =>
        row.sections
            .filter(
                (section) =>
                    !section.leads &&
                    ((edges.includes('opens') && section.ownOpens !== null) ||
                        (edges.includes('closes') && section.ownCloses !== null)),
            )
            .map((section) => ({
                section: section.id,
                opens: edges.includes('opens') ? '' : null,
                closes: edges.includes('closes') ? '' : null,
                open: null,
            })),
    )
}

/** An edit without what it says of some shells and their sections, or of some edges of them. */
export function without(items: Dates[], rows: Row[], edges: Edge[] = EDGES): Dates[] {
    const theirs = new Set(rows.flatMap((row) => [row.lead, ...row.sections.map((section) => section.id)]))
    return items
        .map((dates) =>
            theirs.has(dates.section)
                ? {
                      section: dates.section,
                      opens: edges.includes('opens') ? null : dates.opens,
                      closes: edges.includes('closes') ? null : dates.closes,
                      open: dates.open,
                  }
                : dates,
        )
        .filter((dates) => dates.opens !== null || dates.closes !== null || dates.open !== null)
}

/** Dates of the same sections put together; the later ones win. */
export function together(first: Dates[], then: Dates[]): Dates[] {
    const all = new Map(first.map((dates) => [dates.section, dates]))
    for (const dates of then) {
        const before = all.get(dates.section)
        all.set(dates.section, {
            section: dates.section,
            opens: dates.opens ?? before?.opens ?? null,
            closes: dates.closes ?? before?.closes ?? null,
            open: dates.open ?? before?.open ?? null,
        })
    }
    return [...all.values()]
}

/** A change of a version of the conventions. */
function asChange(basedOn: number, part: Partial<Api['Change']>): Api['Change'] {
    return changeOf(basedOn, part)
}

/** The availability of a term: windows, an edit of them that is not kept yet, and what it would do. */
export class Availability {
    frame = $state.raw<Api['DateFrame'] | null>(null)
    all = $state.raw<Row[]>([])
    complete = $state(false)
    day = $state.raw<Api['DateDay'] | null>(null)
    readonly marks = new SvelteSet<string>()
    /** What is edited and not kept; the shells as they would be, and the effect. */
    items = $state.raw<Dates[]>([])
    says = $state('')
    after = $state.raw<Map<string, Row>>(new Map())
    effect = $state.raw<Api['ProofEffect'] | null>(null)
    errors = $state.raw<FieldError[]>([])
    /** The versions that this person kept here, for going back. */
    kept = $state.raw<number[]>([])
    private by = { keys: '', opens: 0, closes: 0 }

    /** The shells that the edit is about. */
    readonly touched = $derived.by(() => {
        const sections = new Set(this.items.map((dates) => dates.section))
        return sections.size === 0
            ? []
            : this.all.filter(
                  (row) => sections.has(row.lead) || row.sections.some((section) => sections.has(section.id)),
              )
    })
    readonly byKey = $derived(new Map(this.all.map((row) => [row.key, row])))

    constructor(readonly term: string) {}

    private get path() {
        return { term: this.term }
    }

    /** @param begun what is done once the first rows can be looked at, while the rest comes */
    async load(begun = () => {}) {
        const frame = await get('/api/terms/{term}/dates', { path: this.path })
        let rows: Row[] = []
        let after = ''
        for (let more = true; more;) {
            const query = { versions: frame.versions, after, limit: PAGE }
            const page = await get('/api/terms/{term}/dates/rows', { path: this.path, query })
            rows = withMore(rows, page.rows, (row) => row.name)
            if (!this.complete) {
                this.all = rows
                if (!this.frame) {
                    this.frame = frame
                    begun()
                }
            }
            after = page.next ?? ''
            more = page.next !== null
        }
        this.all = rows
        this.frame = frame
        this.complete = true
    }

    async count(day: string, signal: AbortSignal) {
        const query = { versions: this.frame?.versions ?? '', day }
        this.day = await get('/api/terms/{term}/dates/day', { path: this.path, query }, signal)
    }

    /** The marked shells, or the chosen one where none is marked. */
    targets(chosen: string): Row[] {
        const keys = this.marks.size > 0 ? [...this.marks] : [chosen]
        return keys.flatMap((key) => this.byKey.get(key) ?? [])
    }

    /** Moves an edge by days, on top of what it was moved already; sections with dates of their own come along. */
    async move(rows: Row[], edge: Edge, days: number) {
        const keys = rows.map((row) => row.key).join(' ')
        if (this.by.keys !== keys) this.by = { keys, opens: 0, closes: 0 }
        this.by[edge] += days
        const asked = {
            versions: this.frame?.versions ?? '',
            sections: rows.map((row) => row.lead),
            opensBy: this.by.opens,
            closesBy: this.by.closes,
        }
        const moved = await post('/api/terms/{term}/dates/moved', { path: this.path, body: asked })
        const edges = EDGES.filter((one) => this.by[one] !== 0)
        const says = edges.map((one) => `${one} ${byDays(this.by[one])}`).join(', ')
        const others = without(this.items, rows, [...edges, edge])
        await this.propose(together(others, together(cleared(rows, edges), moved)), says)
    }

    /** Sets an edge to a moment as it would be written in a layer. */
    async set(rows: Row[], edge: Edge, moment: string) {
        const set = rows.map((row) => ({
            section: row.lead,
            opens: edge === 'opens' ? moment : null,
            closes: edge === 'closes' ? moment : null,
            open: null,
        }))
        await this.propose(together(this.items, together(cleared(rows, [edge]), set)), `${edge} ${moment}`)
    }

    /** Gives one section of a shared shell dates of its own; what is empty is as the shell. */
    async own(section: string, opens: string, closes: string) {
        await this.propose(
            together(this.items, [{ section, opens, closes, open: null }]),
            'dates of a section',
        )
    }

    /** Opens and closes with the term. */
    async asTerm(rows: Row[]) {
        const set = rows.map((row) => ({
            section: row.lead,
            opens: 'term.start',
            closes: 'term.end',
            open: null,
        }))
        await this.propose(together(without(this.items, rows), together(cleared(rows), set)), 'as the term')
    }

    /** Whether shells open by themselves within their dates, or wait until a person opens them. */
    async opensByItself(rows: Row[], open: 'yes' | 'no') {
        const set = rows.map((row) => ({ section: row.lead, opens: null, closes: null, open }))
        await this.propose(
            together(this.items, set),
            open === 'yes' ? 'opens by itself' : 'opened by a person',
        )
    }

    /** Takes the own dates of sections out. */
    async clear(rows: Row[]) {
        await this.propose(together(without(this.items, rows), cleared(rows)), 'sections as their shell')
    }

    private async propose(items: Dates[], says: string) {
        this.items = items
        this.says = says
        this.errors = []
        if (items.length === 0) return this.drop()
        const change = this.change()
        const keys = this.touched.slice(0, LOOKED_AT).map((row) => row.key)
        try {
            const rows = await post('/api/terms/{term}/dates/effect', {
                path: this.path,
                body: { change, keys },
            })
            const effect = await post('/api/terms/{term}/effect', { path: this.path, body: change })
            if (this.items !== items) return
            this.after = new Map(rows.map((row) => [row.key, row]))
            this.effect = effect
        } catch (e) {
            if (!(e instanceof Problem) || e.errors.length === 0) throw e
            this.errors = e.errors
        }
    }

    private change() {
        return asChange(this.frame?.version ?? 0, { dates: { sections: this.items } })
    }

    drop() {
        this.items = []
        this.says = ''
        this.after = new Map()
        this.effect = null
        this.errors = []
        this.by = { keys: '', opens: 0, closes: 0 }
    }

    /**
     * Keeps the edit; the keys of the shells that it was about and that stand. Where somebody else kept a version meanwhile
     * nothing is kept, and the edit is shown again on top of theirs.
     */
    async keep(): Promise<string[]> {
        const keys = this.touched.filter((row) => row.standing).map((row) => row.key)
        try {
            this.kept = [...this.kept, await this.version({ change: this.change(), note: this.says })]
        } catch (e) {
            if (e instanceof Problem && e.status === 409) {
                await this.load()
                await this.propose(this.items, this.says)
            }
            throw e
        }
        this.drop()
        await this.load()
        return keys
    }

    /** Takes back what was kept here last, unless somebody kept something since. */
    async undo() {
        const last = this.kept.at(-1)
        if (last === undefined) return
        const response = await fetch(`/api/conventions/versions/${last - 1}/file`)
        const change = asChange(last, { file: await response.text() })
        await this.version({ change, note: `back to version ${last - 1}` })
        this.kept = []
        await this.load()
    }

    private async version(body: Api['ConventionsKeep']): Promise<number> {
        return (await post('/api/conventions/versions', { body })).number
    }

    /** Sends some shells to the LMS, from the proof that holds now. */
    async build(keys: string[]) {
        const summary = await get('/api/terms/{term}/proof', { path: this.path })
        const body = { versions: summary.versions, keys, closes: null, trial: null, at: null }
        await post('/api/terms/{term}/builds', { path: this.path, body })
    }
}
