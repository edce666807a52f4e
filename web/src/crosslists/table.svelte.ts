import { SvelteSet } from 'svelte/reactivity'
import { changeOf } from '../api/change'
import { get, post, Problem, type Api } from '../api/client'

export type Row = Api['CrossListRow']
export type Kept = Api['CrossListEditKept']
export type Edit = Api['CrossListEdit']

/** The kinds of rows in the order of the sheet, each with its heading; which kinds there are the server says. */
export function kinds(sheet: Api['CrossListSheet'] | null): [string, string][] {
    const tiers = sheet?.tiers.map((one): [string, string] => [one.tier, one.name]) ?? []
    return [['new', 'Being put together'], ...tiers, ['kept', 'Kept']]
}

/** What a row is known by; a suggestion has no id yet. */
export function rowId(row: Row): string {
    return row.id || `suggested ${row.lead}`
}

/** Whether a row may be marked before anybody has looked at it. */
export function isPlain(row: Row): boolean {
    return row.tier !== 'kept' && !row.coursesDiffer && !row.stopped
}

/** What undoes an edit. */
export function inverse(edit: Edit, before: Row[]): Edit {
    const known = new Map(before.filter((row) => row.id !== '').map((row) => [row.id, row]))
    const back = [...edit.split, ...edit.keep.map((kept) => kept.id)].flatMap((id) => {
        const was = known.get(id)
        return was ? [asKept(was, id)] : []
    })
    return { keep: back, split: edit.keep.map((k) => k.id).filter((id) => !known.has(id)) }
}

/** An edit of cross-lists as a change of a version of the conventions. */
function asChange(basedOn: number, crossLists: Edit): Api['Change'] {
    return changeOf(basedOn, { crossLists })
}

export function asKept(row: Row, id: string): Kept {
    return {
        id,
        lead: row.lead,
        joined: row.sections.filter((section) => section !== row.lead),
        approved: row.approved,
        reason: row.reason,
    }
}

/** The joining table of a term: what is suggested, kept and being put together. */
export class Table {
    sheet = $state.raw<Api['CrossListSheet'] | null>(null)
    /** What is being put together or changed, not kept yet. */
    draft = $state.raw<Kept | null>(null)
    joining = $state.raw<Api['CrossListJoining'] | null>(null)
    readonly marks = new SvelteSet<string>()
    /** Rows that put different courses together and that somebody has looked at. */
    readonly seen = new SvelteSet<string>()
    past = $state.raw<{ edit: Edit; says: string }[]>([])
    said = $state('')

    readonly rows = $derived(this.sheet === null ? [] : [...this.sheet.suggested, ...this.sheet.kept])

    constructor(readonly term: string) {}

    private get path() {
        return { term: this.term }
    }

    async load() {
        const first = this.sheet === null
        const goingOn = new Set(this.rows.filter((row) => !row.stopped).map(rowId))
        this.sheet = await get('/api/terms/{term}/cross-lists', { path: this.path })
        const there = new Map(this.sheet.suggested.map((row) => [rowId(row), row]))
        for (const id of this.marks) {
            const row = there.get(id)
            if (!row || (row.stopped && goingOn.has(id))) this.marks.delete(id)
        }
        const mark = this.sheet.tiers.filter((one) => one.mark).map((one) => one.tier)
        if (first)
            for (const row of this.sheet.suggested)
                if (isPlain(row) && mark.includes(row.tier)) this.marks.add(rowId(row))
    }

    find(text: string, signal: AbortSignal) {
        const asked = { path: this.path, query: { find: text } }
        return get('/api/terms/{term}/cross-lists/sections', asked, signal)
    }

    /** Takes a row to be looked at, or changed. */
    take(row: Row) {
        this.draft = asKept(row, row.id || (this.sheet?.nextId ?? 'x1'))
        this.seen.add(rowId(row))
    }

    /** Puts a section to those on the table, or begins with it. */
    add(section: string) {
        const now = this.draft ?? this.fresh()
        if (section === now.lead || now.joined.includes(section)) return
        this.draft = { ...now, joined: [...now.joined, section] }
    }

    begin(section: string) {
        this.draft = { ...this.fresh(), joined: [section] }
        this.joining = null
    }

    /** Puts sections on the table that were picked elsewhere; with those of a cross-list that one of them is in. */
    beginWith(sections: string[]) {
        const of = this.sheet?.kept.find((row) => row.sections.some((id) => sections.includes(id)))
        const draft = of ? asKept(of, of.id) : this.fresh()
        const more = sections.filter((id) => id !== draft.lead && !draft.joined.includes(id))
        this.draft = { ...draft, joined: [...draft.joined, ...more] }
        this.joining = null
        return of
    }

    private fresh(): Kept {
        return { id: this.sheet?.nextId ?? 'x1', lead: null, joined: [], approved: false, reason: '' }
    }

    remove(section: string) {
        if (!this.draft) return
        const joined = this.draft.joined.filter((id) => id !== section)
        this.draft =
            this.draft.lead === section ? { ...this.draft, lead: null, joined } : { ...this.draft, joined }
    }

    lead(section: string) {
        if (!this.draft || this.draft.lead === section) return
        const all = [...(this.draft.lead ? [this.draft.lead] : []), ...this.draft.joined]
        this.draft = { ...this.draft, lead: section, joined: all.filter((id) => id !== section) }
    }

    approve(approved: boolean, reason: string) {
        if (this.draft) this.draft = { ...this.draft, approved, reason }
    }

    get sections(): string[] {
        return this.draft ? [...(this.draft.lead ? [this.draft.lead] : []), ...this.draft.joined] : []
    }

    /** Asks what the sections on the table become. */
    async ask(draft: Kept, version: number, signal: AbortSignal) {
        const body = asChange(version, { keep: [draft], split: [] })
        this.joining = await post('/api/terms/{term}/cross-lists/effect', { path: this.path, body }, signal)
    }

    /** The marked suggestions, each with an id of its own. */
    marked(): Kept[] {
        let next = Number((this.sheet?.nextId ?? 'x1').slice(1))
        return (this.sheet?.suggested ?? [])
            .filter((row) => this.marks.has(rowId(row)))
            .map((row) => asKept(row, `x${next++}`))
    }

    /** Keeps an edit as a new version of the conventions, and remembers what undoes it. */
    async keep(edit: Edit, says: string, isUndo = false) {
        const before = this.rows
        const note = says
        try {
            const change = asChange(this.sheet?.version ?? 0, edit)
            const body = { versions: this.sheet?.versions ?? '', change, note }
            await post('/api/terms/{term}/cross-lists/versions', { path: this.path, body })
        } catch (e) {
            if (e instanceof Problem && e.status === 409) await this.load()
            throw e
        }
        this.draft = null
        this.joining = null
        await this.load()
        this.past = isUndo ? this.past.slice(0, -1) : [...this.past, { edit: inverse(edit, before), says }]
        this.said = says
    }
}
