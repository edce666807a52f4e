/** A row of a grid, known by its id. */
export interface Row {
    id: string
}

/** A line of a grid: the heading of a group, or a row. */
export type Line<T extends Row> = { kind: 'group'; name: string; says: string } | { kind: 'row'; row: T }

/**
 * Rows under the headings of their groups, in the order in which groups are given.
 *
 * @param groups the name of each group, what is said beside it, and which rows are its own
 */
export function grouped<T extends Row>(
    rows: T[],
    groups: { name: string; says?: (rows: T[]) => string; has: (row: T) => boolean }[],
): Line<T>[] {
    const lines: Line<T>[] = []
    for (const group of groups) {
        const own = rows.filter(group.has)
        if (own.length === 0) continue
        lines.push({ kind: 'group', name: group.name, says: group.says?.(own) ?? '' })
        for (const row of own) lines.push({ kind: 'row', row })
    }
    return lines
}

/** Whether all words of a search stand in some texts, without regard to case. */
export function finds(words: string, ...texts: string[]): boolean {
    const all = texts.join(' ').toLowerCase()
    return words
        .toLowerCase()
        .split(/\s+/)
        .every((word) => all.includes(word))
}
