import { number } from '../frame/words'

/** One kind of snag may be a note on some shells and a stop on others: those are two, whatever they are called. */
export function weighed(snag: { snag: string; stop: boolean }): string {
    return `${snag.snag} ${snag.stop ? 'stop' : 'note'}`
}

/** Each kind of snag once, to be chosen from, with how many shells have it. */
export function kinds(snags: { snag: string; stop: boolean; shells: number }[]): [string, string][] {
    const all = new Map<string, { stop: boolean; shells: number }[]>()
    for (const one of snags) all.set(one.snag, [...(all.get(one.snag) ?? []), one])
    return [...all].map(([name, weights]) => [
        name,
        weights.length === 1
            ? number(weights[0]!.shells)
            : weights.map((one) => `${number(one.shells)} ${one.stop ? 'stop' : 'note'}`).join(', '),
    ])
}
