import type { Api } from '../api/client'
import { Left } from '../frame/left.svelte'

export type Draft = Api['ExportDraft']
export type Column = Api['ExportColumn']

/** A profile to begin with: every shell, its code and its title. */
export function fresh(): Draft {
    return {
        name: '',
        rows: 'shells',
        form: {
            kind: 'csv',
            delimiter: ',',
            encoding: 'UTF-8',
            mark: false,
            quoted: false,
            crlf: true,
            headings: true,
        },
        values: { dates: 'uuuu-MM-dd HH:mm', zone: '', yes: 'yes', no: 'no', status: {}, roles: {} },
        fileName: '',
        by: '',
        fileRows: 0,
        columns: [
            { heading: 'CODE', value: '{shell.code}', needed: true, longest: 0 },
            { heading: 'TITLE', value: '{shell.title}', needed: false, longest: 0 },
        ],
        results: null,
    }
}

interface LeftProfile {
    kept: Api['ExportProfile'] | null
    draft: Draft
    past: Draft[]
}

/** Profiles that were changed and left for others, by their numbers; 0 for a new one. */
export const leftProfiles = new Left<LeftProfile>()

const idOf = (kept: Api['ExportProfile'] | null) => String(kept?.id ?? 0)

/** A profile that is being edited, with the way back. */
export class ProfileEdit {
    draft = $state.raw<Draft>(fresh())
    /** The one that is kept; null for a new one. */
    kept = $state.raw<Api['ExportProfile'] | null>(null)
    private past = $state.raw<Draft[]>([])
    private from = $state.raw('')

    /** Whether something is otherwise than it is kept. */
    get changed(): boolean {
        return JSON.stringify(this.draft) !== this.from
    }

    get undoable(): boolean {
        return this.past.length > 0
    }

    /** @param draft what it says; where none is given, what it said when it was left, else what is kept */
    start(kept: Api['ExportProfile'] | null, draft?: Draft) {
        const left = draft === undefined ? leftProfiles.take(idOf(kept)) : undefined
        this.kept = left?.kept ?? kept
        this.draft = left?.draft ?? draft ?? kept?.draft ?? fresh()
        this.past = left?.past ?? []
        this.last = ''
        this.from = this.kept ? JSON.stringify(this.kept.draft) : ''
    }

    /** Another one comes in its place: what is not kept of this one is there again when it is started again. */
    leave() {
        const isWorth = this.changed && JSON.stringify(this.draft) !== JSON.stringify(fresh())
        const { kept, draft, past } = this
        leftProfiles.leave(idOf(kept), isWorth ? { kept, draft, past } : null)
    }

    /** It says what is kept now, or nothing that anybody wants. */
    settle() {
        this.from = JSON.stringify(this.draft)
    }

    /** Edits in a row of the same thing are one step back. */
    private last = ''

    change(what: string, to: Partial<Draft>) {
        if (what !== this.last || what === '') this.past = [...this.past, this.draft]
        this.last = what
        this.draft = { ...this.draft, ...to }
    }

    undo() {
        const before = this.past[this.past.length - 1]
        if (!before) return
        this.draft = before
        this.past = this.past.slice(0, -1)
        this.last = ''
    }

    column(at: number, to: Partial<Column>) {
        const columns = this.draft.columns.map((one, i) => (i === at ? { ...one, ...to } : one))
        const renamed = to.heading !== undefined && this.draft.results
        const before = this.draft.columns[at]?.heading ?? ''
        this.change(`column ${at} ${Object.keys(to).join()}`, {
            columns,
            // what a result sheet is matched by keeps to the column that it was said of
            ...(renamed ? { results: rematched(this.draft.results, before, to.heading ?? '') } : {}),
        })
    }

    /** @returns where the new one stands */
    add(after: number): number {
        const columns = [...this.draft.columns]
        columns.splice(after + 1, 0, { heading: '', value: '', needed: false, longest: 0 })
        this.change('', { columns })
        return after + 1
    }

    remove(at: number) {
        const gone = this.draft.columns[at]?.heading ?? ''
        const results = this.draft.results
        const match = Object.entries(results?.match ?? {}).filter(([column]) => column !== gone)
        this.change('', {
            columns: this.draft.columns.filter((_, i) => i !== at),
            results: results ? { ...results, match: Object.fromEntries(match) } : null,
        })
    }

    /** @returns where it stands then */
    move(at: number, by: number): number {
        const to = at + by
        if (to < 0 || to >= this.draft.columns.length) return at
        const columns = [...this.draft.columns]
        columns.splice(to, 0, ...columns.splice(at, 1))
        this.change('', { columns })
        return to
    }
}

function rematched(results: Draft['results'], before: string, after: string): Draft['results'] {
    if (!results) return null
    const match = Object.entries(results.match).map(([column, there]) => [
        column === before ? after : column,
        there,
    ])
    return { ...results, match: Object.fromEntries(match) as Record<string, string> }
}

/** What is wrong with one part of a profile, in words; empty where nothing is. */
export function wrongAt(wrong: Api['ExportWrong'][], path: string): string {
    return wrong
        .filter((one) => one.path === path)
        .map((one) => one.reason)
        .join('; ')
}
