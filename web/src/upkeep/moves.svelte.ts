import { SvelteSet } from 'svelte/reactivity'
import { get, post, type Api } from '../api/client'
import { changeOf } from '../api/change'
import { route } from '../frame/nav.svelte'

/** What can be moved: each has its own sheet. */
export type By = 'course' | 'department' | 'shell'
export interface Movable {
    id: string
    name: string
    title: string
    where: string
    sections: number
}

/** What is said of where it goes. */
export interface Target {
    to: string
    name: string
    college: string
    since: string
    /** Of single shells: what is set, by its key, and to what. */
    setting: string
    value: string
}
export const NOWHERE: Target = { to: '', name: '', college: '', since: '', setting: 'category', value: '' }

/** Courses, departments or shells that are chosen and where they go, with what that does before it is kept. */
export class Moves {
    sheet = $state.raw<Api['MoveSheet'] | null>(null)
    shells = $state.raw<Api['LifeRow'][]>([])
    marks = new SvelteSet<string>()
    target = $state<Target>({ ...NOWHERE })
    effect = $state.raw<Api['MoveEffect'] | null>(null)
    /** The same with values before and after, where something else than the category is set. */
    outcome = $state.raw<Api['ProofEffect'] | null>(null)
    /** What was pasted and is nothing that can be moved. */
    unknown = $state.raw<string[]>([])
    /** Shells that the last move that was kept has changed, to be built. */
    toBuild = $state.raw<string[]>([])
    /** Whether what is shown is of something else than what is said now. */
    stale = $state(false)
    private asked = 0

    readonly rows = $derived.by<Movable[]>(() => {
        if (this.by === 'department')
            return (this.sheet?.departments ?? [])
                .filter((one) => !one.college || one.sections > 0)
                .map((one) => ({
                    id: one.code,
                    name: one.code,
                    title: one.name,
                    where: one.collegeName,
                    sections: one.sections,
                }))
        if (this.by === 'shell')
            return this.shells
                .filter((one) => one.sections.length > 0)
                .map((one) => ({
                    id: one.code,
                    name: one.code,
                    title: one.title,
                    where: one.category,
                    sections: one.sections.length,
                }))
        return (this.sheet?.courses ?? []).map((one) => ({
            id: one.code,
            name: one.code,
            title: one.title,
            where: one.departmentName,
            sections: one.sections,
        }))
    })
    readonly marked = $derived(this.rows.filter((row) => this.marks.has(row.id)))
    readonly ready = $derived(
        this.marked.length > 0 &&
            (this.by === 'shell' ? this.target.value.trim() !== '' : this.target.to.trim() !== ''),
    )

    get by(): By {
        const by = route.params.by
        return by === 'department' || by === 'shell' ? by : 'course'
    }

    async load() {
        const path = { term: route.term }
        this.sheet = await get('/api/terms/{term}/upkeep/moves', { path })
        if (this.by === 'shell') this.shells = (await get('/api/terms/{term}/upkeep/shells', { path })).rows
    }

    /** Marks what is pasted, one a line or parted by commas; what is not there is told. */
    paste(text: string) {
        const known = new Map(this.rows.map((row) => [row.id.toLowerCase().replace(/\s+/g, ' '), row.id]))
        const unknown: string[] = []
        for (const part of text.split(/[\n\r,;\t]+/)) {
            const said = part.trim().replace(/\s+/g, ' ')
            if (said === '') continue
            const id = known.get(said.toLowerCase())
            if (id === undefined) unknown.push(said)
            else this.marks.add(id)
        }
        this.unknown = unknown
    }

    private change(): Api['Change'] {
        const version = this.sheet?.version ?? 0
        const { to, name, college, since, setting, value } = this.target
        if (this.by === 'shell') {
            const chosen = this.shells.filter((one) => this.marks.has(one.code))
            return changeOf(version, {
                settings: {
                    sections: chosen.map((one) => ({
                        section: one.sections[0] ?? '',
                        set: { [setting]: value.trim() },
                    })),
                },
            })
        }
        return changeOf(version, {
            moves: {
                add: [
                    {
                        condition: this.by,
                        values: this.marked.map((one) => one.id),
                        to: to.trim(),
                        name: name.trim() || null,
                        college: college || null,
                        since: since || null,
                    },
                ],
                takeOut: [],
            },
        })
    }

    /** What it would do; only the answer to what was asked last counts. */
    async look() {
        const mine = ++this.asked
        this.stale = this.ready
        if (!this.ready) {
            this.effect = null
            this.outcome = null
            return
        }
        const effect = await post('/api/terms/{term}/upkeep/moves/effect', {
            path: { term: route.term },
            body: this.change(),
        })
        const outcome =
            this.by === 'shell' && this.target.setting !== 'category'
                ? await post('/api/terms/{term}/effect', { path: { term: route.term }, body: this.change() })
                : null
        if (mine !== this.asked) return
        this.effect = effect
        this.outcome = outcome
        this.stale = false
    }

    async keep(note: string) {
        const keys = this.effect?.keys ?? []
        await post('/api/conventions/versions', { body: { change: this.change(), note } })
        this.marks.clear()
        this.effect = null
        this.outcome = null
        this.toBuild = keys
        await this.load()
    }

    async takeOut(index: number) {
        const change = changeOf(this.sheet?.version ?? 0, { moves: { add: [], takeOut: [index] } })
        const effect = await post('/api/terms/{term}/upkeep/moves/effect', {
            path: { term: route.term },
            body: change,
        })
        await post('/api/conventions/versions', { body: { change, note: 'A move taken out' } })
        this.toBuild = effect.keys
        await this.load()
    }
}
