/** How many rows are looked at; those below are much like them. */
const LOOKED_AT = 300
const LEAST = 104
const MOST = 230
/** A letter's width and what stands around a text, in pixels. */
const LETTER = 7.2
const AROUND = 14

/** The widths of the columns of a sheet, so that most of what stands in them can be read and headings stand above it. */
export function widths(rows: string[][], columns: number): string[] {
    return Array.from({ length: columns }, (_, i) => {
        const longest = Math.max(0, ...rows.slice(0, LOOKED_AT).map((row) => row[i]?.length ?? 0))
        return `${Math.round(Math.min(MOST, Math.max(LEAST, longest * LETTER + AROUND)))}px`
    })
}
