import type { Api } from '../api/client'
import { Left } from '../frame/left.svelte'

export type Draft = Api['TemplateDraft']
export type Unit = Api['TemplateDraftUnitDraft']
export type Item = Api['TemplateDraftItemDraft']

/** Units of the outline by their place; the items of every week. */
export const EVERY_WEEK = -1

/** What the pen is on: a unit (or every week), and one of its items; -1 for the unit itself. */
export interface Spot {
    unit: number
    item: number
}

export const KINDS = ['page', 'file', 'link', 'assignment', 'quiz', 'discussion', 'announcement']

export function emptyItem(kind = 'page'): Item {
    return { kind, title: '', text: '', address: '', points: '', due: '' }
}

export function emptyTemplate(): Draft {
    return {
        id: '',
        title: '',
        instruction: '',
        units: [{ title: 'Welcome', instruction: '', items: [] }],
        weekTitle: 'Week {week}',
        everyWeek: [],
        files: {},
    }
}

interface Step {
    draft: Draft
    spot: Spot
    what: string
}

/** A line of the outline that an edit changed; without one side where it came in or was taken out. */
export interface LineChange {
    was: string | null
    now: string | null
}

/** The lines of an outline as they would be read out, each with where it stands. */
function lines(draft: Draft): Map<string, string> {
    const read = new Map<string, string>()
    read.set('title', draft.title)
    if (draft.instruction) read.set('instruction', draft.instruction)
    draft.units.forEach((unit, u) => {
        read.set(`${u}`, [unit.title, unit.instruction].filter(Boolean).join(': '))
        unit.items.forEach((item, i) => read.set(`${u}.${i}`, line(item)))
    })
    draft.everyWeek.forEach((item, i) => read.set(`week.${i}`, `every week: ${line(item)}`))
    if (draft.everyWeek.length > 0) read.set('weekTitle', draft.weekTitle)
    return read
}

function line(item: Item): string {
    const points = item.points && `${item.points} points`
    const due = item.due && `due ${item.due}`
    return [`${item.kind} ${item.title}`, item.text, item.address, points, due].filter(Boolean).join(', ')
}

/** What differs between two drafts, line by line; a line that only stands elsewhere is not told. */
export function lineChanges(was: Draft, now: Draft): LineChange[] {
    const before = lines(was)
    const after = lines(now)
    const stay = new Set([...before.values()].filter((one) => [...after.values()].includes(one)))
    const places = new Set([...before.keys(), ...after.keys()])
    return [...places].flatMap((at) => {
        const from = before.get(at) ?? null
        const to = after.get(at) ?? null
        const change = {
            was: from !== null && stay.has(from) ? null : from,
            now: to !== null && stay.has(to) ? null : to,
        }
        return change.was === null && change.now === null ? [] : [change]
    })
}

interface LeftTemplate {
    kept: Draft | null
    draft: Draft
    past: Step[]
    future: Step[]
}

/** Templates that were changed and left for others, by their ids, with which version they are of. */
export const leftTemplates = new Left<LeftTemplate & { about: Api['TemplateAbout'] | null }>()

/** A template on the way to another version, every step undoable. */
export class TemplateEdit {
    draft = $state.raw<Draft>(emptyTemplate())
    spot = $state.raw<Spot>({ unit: 0, item: -1 })
    past = $state.raw<Step[]>([])
    future = $state.raw<Step[]>([])
    private kept = $state.raw<Draft | null>(null)

    readonly edited = $derived(JSON.stringify(this.draft) !== JSON.stringify(this.kept))
    readonly changes = $derived(this.kept === null ? [] : lineChanges(this.kept, this.draft))

    /** What is not kept of it; null where that is nothing. */
    get left(): LeftTemplate | null {
        const isWorth = this.edited && JSON.stringify(this.draft) !== JSON.stringify(emptyTemplate())
        return isWorth ? { kept: this.kept, draft: this.draft, past: this.past, future: this.future } : null
    }

    /** As it was when it was left. */
    goOn(left: LeftTemplate) {
        this.start(left.kept, left.draft)
        this.past = left.past
        this.future = left.future
    }

    /** Takes a template as it is kept; null for one that never was. */
    start(kept: Draft | null, draft = kept ?? emptyTemplate()) {
        this.kept = kept
        this.draft = draft
        this.spot = { unit: draft.units.length > 0 ? 0 : EVERY_WEEK, item: -1 }
        this.past = []
        this.future = []
    }

    items(unit: number): Item[] {
        return unit === EVERY_WEEK ? this.draft.everyWeek : (this.draft.units[unit]?.items ?? [])
    }

    get unit(): Unit | undefined {
        return this.draft.units[this.spot.unit]
    }

    get item(): Item | undefined {
        return this.items(this.spot.unit)[this.spot.item]
    }

    set(field: 'id' | 'title' | 'instruction' | 'weekTitle', text: string) {
        this.step(field, { ...this.draft, [field]: text })
    }

    setUnit(unit: number, field: 'title' | 'instruction', text: string) {
        const units = this.draft.units.map((u, i) => (i === unit ? { ...u, [field]: text } : u))
        this.step(`${unit} ${field}`, { ...this.draft, units })
    }

    setItem(unit: number, item: number, field: keyof Item, text: string) {
        const items = this.items(unit).map((one, i) => (i === item ? { ...one, [field]: text } : one))
        this.step(`${unit}.${item} ${field}`, this.with(unit, items))
    }

    /** Puts an item under the one that the pen is on. */
    addItem(kind: string) {
        const { unit, item } = this.spot
        const items = [...this.items(unit)]
        items.splice(item + 1, 0, emptyItem(kind))
        this.step('', this.with(unit, items), { unit, item: item + 1 })
    }

    /** Puts a unit under the one that the pen is on. */
    addUnit() {
        const at = this.spot.unit === EVERY_WEEK ? this.draft.units.length : this.spot.unit + 1
        const units = [...this.draft.units]
        units.splice(at, 0, { title: '', instruction: '', items: [] })
        this.step('', { ...this.draft, units }, { unit: at, item: -1 })
    }

    remove() {
        const { unit, item } = this.spot
        if (item >= 0) {
            const items = this.items(unit).filter((_, i) => i !== item)
            this.step('', this.with(unit, items), { unit, item: Math.min(item, items.length - 1) })
        } else if (unit !== EVERY_WEEK) {
            const units = this.draft.units.filter((_, i) => i !== unit)
            this.step('', { ...this.draft, units }, { unit: Math.min(unit, units.length - 1), item: -1 })
        }
    }

    /** Moves what the pen is on; an item at the end of its unit goes into the next one. */
    move(by: -1 | 1) {
        const { unit, item } = this.spot
        if (item < 0) this.moveUnit(by)
        else if (item + by >= 0 && item + by < this.items(unit).length) {
            this.step('', this.with(unit, swapped(this.items(unit), item, by)), { unit, item: item + by })
        } else this.moveAcross(by)
    }

    private moveUnit(by: -1 | 1) {
        const { unit } = this.spot
        const to = unit + by
        if (unit === EVERY_WEEK || to < 0 || to >= this.draft.units.length) return
        this.step('', { ...this.draft, units: swapped(this.draft.units, unit, by) }, { unit: to, item: -1 })
    }

    private moveAcross(by: -1 | 1) {
        const { unit, item } = this.spot
        const to = unit + by
        const moved = this.item
        if (unit === EVERY_WEEK || to < 0 || to >= this.draft.units.length || !moved) return
        const there = this.items(to)
        const units = this.draft.units.map((u, i) => {
            if (i === unit) return { ...u, items: u.items.filter((_, n) => n !== item) }
            if (i === to) return { ...u, items: by < 0 ? [...there, moved] : [moved, ...there] }
            return u
        })
        this.step('', { ...this.draft, units }, { unit: to, item: by < 0 ? there.length : 0 })
    }

    undo() {
        const before = this.past.at(-1)
        if (!before) return
        this.future = [...this.future, { draft: this.draft, spot: this.spot, what: '' }]
        this.past = this.past.slice(0, -1)
        this.draft = before.draft
        this.spot = before.spot
    }

    redo() {
        const after = this.future.at(-1)
        if (!after) return
        this.past = [...this.past, { draft: this.draft, spot: this.spot, what: '' }]
        this.future = this.future.slice(0, -1)
        this.draft = after.draft
        this.spot = after.spot
    }

    private with(unit: number, items: Item[]): Draft {
        if (unit === EVERY_WEEK) return { ...this.draft, everyWeek: items }
        const units = this.draft.units.map((u, i) => (i === unit ? { ...u, items } : u))
        return { ...this.draft, units }
    }

    /** What is typed into one field, letter by letter, is one step. */
    private step(what: string, draft: Draft, spot = this.spot) {
        const goesOn = what !== '' && this.past.at(-1)?.what === what && this.future.length === 0
        if (!goesOn) this.past = [...this.past, { draft: this.draft, spot: this.spot, what }]
        this.future = []
        this.draft = draft
        this.spot = spot
    }
}

function swapped<T>(list: T[], at: number, by: -1 | 1): T[] {
    const result = [...list]
    const [one] = result.splice(at, 1)
    if (one !== undefined) result.splice(at + by, 0, one)
    return result
}
