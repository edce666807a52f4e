import { Temporal } from 'temporal-polyfill'

const NUMBERS = new Intl.NumberFormat('en-GB')

/** A number with its thousands apart. */
export function number(n: number): string {
    return NUMBERS.format(n)
}

/** A number with its noun: `1 shell`, `1,200 shells`. */
export function count(n: number, noun: string, plural = noun + 's'): string {
    return `${number(n)} ${n === 1 ? noun : plural}`
}

const DAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
export const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** `Mon 4 Jan 2027` from `2027-01-04`. */
export function day(iso: string): string {
    return inWords(Temporal.PlainDate.from(iso.slice(0, 10)))
}

function inWords(date: Temporal.PlainDate | Temporal.ZonedDateTime): string {
    return `${DAYS[date.dayOfWeek - 1]} ${date.day} ${MONTHS[date.month - 1]} ${date.year}`
}

/** `Mon 4 Jan 2027 08:00` from an ISO moment with an offset, as its own clock shows it. */
export function moment(iso: string): string {
    return iso === '' ? '' : `${day(iso)} ${iso.slice(11, 16)}`
}

/** An instant on the clocks of a zone. */
export function instant(iso: string, zone: string): string {
    const there = Temporal.Instant.from(iso).toZonedDateTimeISO(zone)
    return `${inWords(there)} ${there.toPlainTime().toString({ smallestUnit: 'minute' })}`
}

/** How many whole days from one day to another. */
export function daysBetween(from: string, to: string): number {
    return Temporal.PlainDate.from(from.slice(0, 10)).until(to.slice(0, 10)).days
}

/** A name as a sentence begins with it; what is the name of a file stays as it is. */
export function atStart(name: string): string {
    return name.startsWith('the ') ? `T${name.slice(1)}` : name
}

/** A snag's key as words: `code-taken` is `code taken`. */
export function words(key: string): string {
    return key.replaceAll('-', ' ')
}
