const DAY_MILLIS = 86_400_000
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** A day as a count of days, with the time of day of a moment as a fraction; what its own clock shows. */
export function dayNumber(iso: string): number {
    const [y, m, d] = iso.slice(0, 10).split('-').map(Number) as [number, number, number]
    const [hour = 0, minute = 0] = iso.slice(11, 16).split(':').map(Number)
    return Date.UTC(y, m - 1, d) / DAY_MILLIS + (hour * 60 + minute) / 1440
}

/** The day of a count of days, `2027-01-04`. */
export function isoDay(n: number): string {
    return new Date(Math.floor(n) * DAY_MILLIS).toISOString().slice(0, 10)
}

/** What is in sight of the days, first inclusive, last exclusive. */
export interface Range {
    from: number
    to: number
}

/** Where a day lies in a range, in hundredths of its width; may lie outside. */
export function at(day: number, range: Range): number {
    return (100 * (day - range.from)) / (range.to - range.from)
}

/** A bar from one day to another within a range, or null where none of it is in sight. */
export function bar(from: number, to: number, range: Range): { left: number; width: number } | null {
    const left = Math.max(0, at(from, range))
    const right = Math.min(100, at(to, range))
    return right <= 0 || left >= 100 || right <= left ? null : { left, width: right - left }
}

/** The bar of a window, first and last moment as ISO 8601, or null where it has none or lies out of sight. */
export function windowOf(opens: string, closes: string, range: Range) {
    return opens && closes ? bar(dayNumber(opens), dayNumber(closes), range) : null
}

/** Whole days from a first to a last one, each with its bar; those out of sight are left out. */
export function spans<T extends { first: string; last: string }>(of: T[], range: Range) {
    return of.flatMap((one) => {
        const span = bar(dayNumber(one.first), dayNumber(one.last) + 1, range)
        return span ? [{ of: one, bar: span }] : []
    })
}

/** A range so many times narrower than the whole, around a day, that stays within the whole. */
export function zoomed(whole: Range, times: number, around: number): Range {
    const width = (whole.to - whole.from) / times
    const from = Math.min(Math.max(whole.from, around - width / 2), whole.to - width)
    return { from, to: from + width }
}

/** The first days of the months in a range, with their names; the year with the first and with each January. */
export function months(range: Range): { day: number; name: string }[] {
    const first = new Date(range.from * DAY_MILLIS)
    const found: { day: number; name: string }[] = []
    let month = Date.UTC(first.getUTCFullYear(), first.getUTCMonth() + 1, 1)
    while (month / DAY_MILLIS < range.to) {
        const date = new Date(month)
        const year = found.length === 0 || date.getUTCMonth() === 0 ? ` ${date.getUTCFullYear()}` : ''
        found.push({ day: month / DAY_MILLIS, name: (MONTHS[date.getUTCMonth()] ?? '') + year })
        month = Date.UTC(date.getUTCFullYear(), date.getUTCMonth() + 1, 1)
    }
    return found
}

/** `10 days earlier`, `a week later`, in words. */
export function byDays(days: number): string {
    const n = Math.abs(days)
    const much = n === 7 ? 'a week' : n === 1 ? 'a day' : `${n} days`
    return days === 0 ? 'unchanged' : `${much} ${days < 0 ? 'earlier' : 'later'}`
}
