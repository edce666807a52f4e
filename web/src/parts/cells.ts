/** A sheet as headings and texts. */
export interface Cells {
    columns: string[]
    rows: string[][]
}

type Column<T> = [heading: string, of: (row: T) => string | number | null | undefined]

/** The cells of rows, a column for each heading. */
export function cells<T>(rows: T[], columns: Column<T>[]): Cells {
    return {
        columns: columns.map(([heading]) => heading),
        rows: rows.map((row) => columns.map(([, of]) => String(of(row) ?? ''))),
    }
}
