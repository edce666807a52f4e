import type { Layer } from './edits'

/** Something that two editors changed differently since the version that both began with. */
export interface Clash {
    layer: string
    what: string
    mine: string
    theirs: string
}

export interface Merged {
    layers: Layer[]
    clashes: Clash[]
}

type Side = 'mine' | 'theirs'

/** Layers by name; the second of a name is another one. */
function named(layers: Layer[]): Map<string, Layer> {
    const times = new Map<string, number>()
    return new Map(
        layers.map((layer) => {
            const n = (times.get(layer.name) ?? 0) + 1
            times.set(layer.name, n)
            return [n === 1 ? layer.name : `${layer.name} (${n})`, layer]
        }),
    )
}

const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)

/** Of three: what changed on one side wins; what changed differently on both is a clash. */
function pick<T>(base: T, mine: T, theirs: T, clash: () => Side): T {
    if (same(mine, theirs) || same(base, mine)) return theirs
    if (same(base, theirs)) return mine
    return clash() === 'mine' ? mine : theirs
}

/**
 * The layers with the changes of both since a common version. Settings, conditions and fixes are taken one by one, the
 * order from whoever changed it.
 *
 * @param prefer whose value is taken where both changed the same thing, by `layer what`; theirs if nothing is said
 */
export function merge(
    base: Layer[],
    mine: Layer[],
    theirs: Layer[],
    prefer: Record<string, Side> = {},
): Merged {
    const [b, m, t] = [named(base), named(mine), named(theirs)]
    const clashes: Clash[] = []

    function clash(layer: string, what: string, a: unknown, other: unknown): () => Side {
        return () => {
            clashes.push({ layer, what, mine: text(a), theirs: text(other) })
            return prefer[`${layer} ${what}`] ?? 'theirs'
        }
    }

    function both(name: string, was: Layer, x: Layer, y: Layer): Layer {
        const keys = new Set([...Object.keys(was.set), ...Object.keys(x.set), ...Object.keys(y.set)])
        const set: Record<string, string> = {}
        for (const key of keys) {
            const value = pick<string | undefined>(
                was.set[key],
                x.set[key],
                y.set[key],
                clash(name, key, x.set[key], y.set[key]),
            )
            if (value !== undefined) set[key] = value
        }
        return {
            name: y.name,
            when: pick(was.when, x.when, y.when, clash(name, 'when', x.when, y.when)),
            set,
            fix: pick(was.fix, x.fix, y.fix, clash(name, 'fix', x.fix, y.fix)),
            off: pick(was.off, x.off, y.off, clash(name, 'off', x.off, y.off)),
        }
    }

    /** A layer that one side took out and the other changed is a clash. */
    function one(name: string): Layer | undefined {
        const [was, x, y] = [b.get(name), m.get(name), t.get(name)]
        if (x && y) return both(name, was ?? { ...y, set: {} }, x, y)
        if (!was) return x ?? y
        return pick<Layer | undefined>(was, x, y, clash(name, 'layer', x && 'kept', y && 'kept'))
    }

    const reordered = !same(common(b, m), common(m, b))
    const [first, second] = reordered ? [m, t] : [t, m]
    const layers = order([...first.keys()], [...second.keys()])
        .map(one)
        .filter((layer): layer is Layer => layer !== undefined)
    return { layers, clashes }
}

/** The names of one that are in the other too, in the order of the first. */
function common(of: Map<string, Layer>, other: Map<string, Layer>): string[] {
    return [...of.keys()].filter((name) => other.has(name))
}

/** All names in the order of the first; what only the second has goes under the one that it stands under there. */
function order(first: string[], second: string[]): string[] {
    const all = [...first]
    second.forEach((name, i) => {
        if (all.includes(name)) return
        const above = second[i - 1]
        all.splice(above === undefined ? 0 : all.indexOf(above) + 1, 0, name)
    })
    return all
}

function text(value: unknown): string {
    if (value === undefined) return 'nothing'
    return typeof value === 'string' ? value : JSON.stringify(value)
}
