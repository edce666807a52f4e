import type { Layer } from './edits'

/** A layer on the way to another version; its number stays when it is moved. */
export interface Drafted extends Layer {
    id: number
}

interface Step {
    layers: Drafted[]
    chosen: number
    what: string
}

/** The layers as they are to be, every step undoable. Each edit makes new layers; those before stay as they were. */
export class StackDraft {
    layers = $state.raw<Drafted[]>([])
    chosen = $state(0)
    past = $state.raw<Step[]>([])
    future = $state.raw<Step[]>([])
    private kept = $state.raw<Drafted[]>([])
    private made = 0

    readonly edited = $derived(JSON.stringify(this.layers) !== JSON.stringify(this.kept))

    /** Takes the layers that hold now. */
    start(layers: Layer[]) {
        this.kept = layers.map((layer, id) => ({ ...layer, id }))
        this.made = layers.length
        this.layers = this.kept
        this.chosen = Math.min(this.chosen, Math.max(0, layers.length - 1))
        this.past = []
        this.future = []
    }

    get layer(): Drafted | undefined {
        return this.layers[this.chosen]
    }

    /** The layer as it is kept; undefined for a new one. */
    was(layer: Drafted): Drafted | undefined {
        return this.kept.find((one) => one.id === layer.id)
    }

    /** What is changed of a setting of a layer: its text, null where it was taken out, undefined where nothing is. */
    changed(layer: Drafted, key: string): string | null | undefined {
        const now = layer.set[key]
        return now === this.was(layer)?.set[key] ? undefined : (now ?? null)
    }

    choose(index: number) {
        this.chosen = index
    }

    /** Sets a setting of the chosen layer, or leaves it to the layers above. */
    set(key: string, text: string | null) {
        this.edit(`set ${key}`, (layer) => {
            const rest = Object.fromEntries(Object.entries(layer.set).filter(([name]) => name !== key))
            return { ...layer, set: text === null ? rest : { ...layer.set, [key]: text } }
        })
    }

    rename(name: string) {
        this.edit('name', (layer) => ({ ...layer, name }))
    }

    when(when: Layer['when']) {
        this.edit('', (layer) => ({ ...layer, when }))
    }

    fix(key: string, fixed: boolean) {
        const others = (layer: Drafted) => layer.fix.filter((name) => name !== key)
        this.edit('', (layer) => ({ ...layer, fix: fixed ? [...others(layer), key] : others(layer) }))
    }

    switchOff(off: boolean) {
        this.edit('', (layer) => ({ ...layer, off }))
    }

    /** Puts a new layer under the chosen one. */
    add() {
        this.put({ id: this.made++, name: 'New layer', when: [], set: {}, fix: [], off: false })
    }

    copy() {
        const layer = this.layer
        if (layer) this.put({ ...layer, id: this.made++, name: `${layer.name} (copy)` })
    }

    remove() {
        const layers = this.layers.filter((_, i) => i !== this.chosen)
        this.step('', layers, Math.min(this.chosen, Math.max(0, layers.length - 1)))
    }

    /** Moves the chosen layer up or down. */
    move(by: -1 | 1) {
        const to = this.chosen + by
        const layers = [...this.layers]
        const [layer] = layers.splice(this.chosen, 1)
        if (!layer || to < 0 || to > layers.length) return
        layers.splice(to, 0, layer)
        this.step('', layers, to)
    }

    /** Takes other layers in place of all, as one step. */
    replace(layers: Layer[]) {
        const made = layers.map((layer) => {
            const known = this.kept.find((one) => one.name === layer.name)
            return { ...layer, id: known ? known.id : this.made++ }
        })
        this.step('', made, Math.min(this.chosen, Math.max(0, made.length - 1)))
    }

    undo() {
        const before = this.past.at(-1)
        if (!before) return
        this.future = [...this.future, this.now()]
        this.past = this.past.slice(0, -1)
        this.layers = before.layers
        this.chosen = before.chosen
    }

    redo() {
        const after = this.future.at(-1)
        if (!after) return
        this.past = [...this.past, this.now()]
        this.future = this.future.slice(0, -1)
        this.layers = after.layers
        this.chosen = after.chosen
    }

    private now(what = ''): Step {
        return { layers: this.layers, chosen: this.chosen, what }
    }

    private put(layer: Drafted) {
        const at = this.layers.length === 0 ? 0 : this.chosen + 1
        this.step('', [...this.layers.slice(0, at), layer, ...this.layers.slice(at)], at)
    }

    private edit(what: string, change: (layer: Drafted) => Drafted) {
        const of = this.layer
        if (!of) return
        const layers = this.layers.map((layer, i) => (i === this.chosen ? change(layer) : layer))
        this.step(what && `${of.id} ${what}`, layers, this.chosen)
    }

    /** What is typed into one field, letter by letter, is one step. */
    private step(what: string, layers: Drafted[], chosen: number) {
        const goesOn = what !== '' && this.past.at(-1)?.what === what && this.future.length === 0
        if (!goesOn) this.past = [...this.past, this.now(what)]
        this.future = []
        this.layers = layers
        this.chosen = chosen
    }
}
