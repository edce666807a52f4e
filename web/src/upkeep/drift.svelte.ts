import { SvelteSet } from 'svelte/reactivity'
import { get, post, type Api } from '../api/client'
import { refreshHeld } from '../frame/held.svelte'
import { route } from '../frame/nav.svelte'
import { count } from '../frame/words'
import { finds, grouped, type Line } from '../parts/lines'

export type Drifted = Api['DriftRow'] & { id: string }

/** What drifted in the term, what of it is shown and what is marked. */
export class Drift {
    sheet = $state.raw<Api['DriftSheet'] | null>(null)
    marks = new SvelteSet<string>()
    says = $state('')
    /** What keeping the marked ones would do, once that was looked at. */
    look = $state.raw<Api['DriftKeeping'] | null>(null)

    readonly rows = $derived<Drifted[]>(
        (this.sheet?.rows ?? [])
            .map((row) => ({ ...row, id: `${row.key} ${row.field}` }))
            .sort((a, b) => a.code.localeCompare(b.code, 'en', { numeric: true })),
    )
    readonly shown = $derived(
        this.rows.filter(
            (row) =>
                (!route.params.kind || row.kind === route.params.kind) &&
                (!route.params.department || row.department === route.params.department) &&
                finds(route.params.find ?? '', row.code, row.title, row.department, row.fieldName),
        ),
    )
    readonly lines = $derived<Line<Drifted>[]>(
        grouped(
            this.shown,
            (this.sheet?.kinds ?? []).map((kind) => ({
                name: kind.words,
                says: (rows: Drifted[]) => count(new Set(rows.map((row) => row.key)).size, 'shell'),
                has: (row: Drifted) => row.kind === kind.kind,
            })),
        ),
    )
    readonly marked = $derived(this.rows.filter((row) => this.marks.has(row.id)))
    readonly departments = $derived([...new Set(this.rows.map((row) => row.department))].sort())

    async load() {
        this.sheet = await get('/api/terms/{term}/upkeep/drift', { path: { term: route.term } })
        const there = new Set(this.rows.map((row) => row.id))
        for (const id of this.marks) if (!there.has(id)) this.marks.delete(id)
        this.look = null
    }

    /** Reads what changed in the LMS, or everything, and compares. */
    async scan(everything: boolean) {
        await refreshHeld(everything, (says) => (this.says = says))
        await this.load()
    }

    private body(reason: string) {
        return {
            versions: this.sheet?.versions ?? '',
            chosen: this.marked.map((row) => ({ key: row.key, field: row.field })),
            reason,
        }
    }

    async lookAtKeeping() {
        this.look = await post('/api/terms/{term}/upkeep/drift/keeping', {
            path: { term: route.term },
            body: this.body(''),
        })
    }

    async keep(reason: string) {
        const kept = await post('/api/terms/{term}/upkeep/drift/kept', {
            path: { term: route.term },
            body: this.body(reason),
        })
        await this.load()
        return kept
    }

    /** The number of the build that does it. */
    async putBack(closes: number): Promise<number> {
        const begun = await post('/api/terms/{term}/upkeep/drift/put-back', {
            path: { term: route.term },
            body: {
                versions: this.sheet?.versions ?? '',
                keys: [...new Set(this.marked.map((row) => row.key))],
                closes,
            },
        })
        return begun.build
    }
}
