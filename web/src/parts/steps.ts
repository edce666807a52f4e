/** The keys that go through a list, and by how many of its rows. */
function moves(page: number, all: number): Record<string, number> {
    return { ArrowDown: 1, ArrowUp: -1, PageDown: page, PageUp: -page, Home: -all, End: all }
}

/**
 * The line that a key leads to from another, or undefined where the key does not go through a list or there is none. Only
 * lines that are rows are stood on.
 *
 * @param from the line that is stood on; -1 for none
 * @param page how many rows are in sight
 */
export function reached<L extends { kind: string }>(
    key: string,
    lines: L[],
    from: number,
    page: number,
): L | undefined {
    const by = moves(Math.max(1, page), lines.length)[key]
    if (by === undefined) return undefined
    if (from < 0) return by === lines.length ? lines.findLast(isRow) : lines.find(isRow)
    let to = from
    for (let left = Math.abs(by); left > 0; left--) {
        let next = to + Math.sign(by)
        while (lines[next] && lines[next]?.kind !== 'row') next += Math.sign(by)
        if (!lines[next]) break
        to = next
    }
    return lines[to]
}

function isRow(line: { kind: string }): boolean {
    return line.kind === 'row'
}
