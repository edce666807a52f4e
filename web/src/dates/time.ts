import { Temporal } from 'temporal-polyfill'
import { daysBetween, MONTHS } from '../frame/words'

const FIRST = '1970-01-01'
const counted = new Map<string, number>()

/** A day as a count of days, with the time of day of a moment as a fraction; what its own clock shows. */
export function dayNumber(iso: string): number {
    const day = iso.slice(0, 10)
    const days = counted.get(day) ?? daysBetween(FIRST, day)
    counted.set(day, days)
    const [hour = 0, minute = 0] = iso.slice(11, 16).split(':').map(Number)
    return days + (hour * 60 + minute) / 1440
}

function dateOf(n: number): Temporal.PlainDate {
    return Temporal.PlainDate.from(FIRST).add({ days: Math.floor(n) })
}

/** The day of a count of days, `2027-01-04`. */
export function isoDay(n: number): string {
    return dateOf(n).toString()
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
    const found: { day: number; name: string }[] = []
    let month = dateOf(range.from).with({ day: 1 }).add({ months: 1 })
    for (let day = dayNumber(month.toString()); day < range.to; day = dayNumber(month.toString())) {
        const year = found.length === 0 || month.month === 1 ? ` ${month.year}` : ''
        found.push({ day, name: (MONTHS[month.month - 1] ?? '') + year })
        month = month.add({ months: 1 })
    }
    return found
}

/** `10 days earlier`, `a week later`, in words. */
export function byDays(days: number): string {
    const n = Math.abs(days)
    const much = n === 7 ? 'a week' : n === 1 ? 'a day' : `${n} days`
    return days === 0 ? 'unchanged' : `${much} ${days < 0 ? 'earlier' : 'later'}`
}
