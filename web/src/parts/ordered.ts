/** Natural order: numbers in a text count as numbers. */
export const ORDER = new Intl.Collator('en', { numeric: true })

/**
 * Rows in natural order of what they go by, with some more put in their places. Sorting all of them at once would hold up
 * the screen.
 */
export function withMore<T>(rows: T[], more: T[], by: (row: T) => string): T[] {
    const sorted = [...more].sort((a, b) => ORDER.compare(by(a), by(b)))
    const all: T[] = []
    let next = 0
    for (const row of rows) {
        for (
            let first = sorted[next];
            first !== undefined && ORDER.compare(by(first), by(row)) < 0;
            first = sorted[next]
        ) {
            all.push(first)
            next++
        }
        all.push(row)
    }
    return all.concat(sorted.slice(next))
}
