import { SvelteMap } from 'svelte/reactivity'

const all: { forget: () => void }[] = []

/**
 * What was changed and not kept of things that were left for others: it is there again when one comes back, until whoever
 * changed it signs out.
 */
export class Left<T> {
    private readonly of = new SvelteMap<string, T>()

    constructor() {
        all.push({ forget: () => this.of.clear() })
    }

    /** @param what null where nothing is to be kept in mind */
    leave(id: string, what: T | null) {
        if (what === null) this.of.delete(id)
        else this.of.set(id, what)
    }

    has(id: string): boolean {
        return this.of.has(id)
    }

    /** What was left, which is no longer left from then on. */
    take(id: string): T | undefined {
        const what = this.of.get(id)
        this.of.delete(id)
        return what
    }
}

/** Whoever comes next sees nothing of it. */
export function forgetLeft() {
    all.forEach((one) => one.forget())
}
