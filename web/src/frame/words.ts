const NUMBERS = new Intl.NumberFormat('en-GB')

/** A number with its thousands apart. */
export function number(n: number): string {
    return NUMBERS.format(n)
}

/** A number with its noun: `1 shell`, `1,200 shells`. */
export function count(n: number, noun: string, plural = noun + 's'): string {
    return `${number(n)} ${n === 1 ? noun : plural}`
}

const DAYS = ['Sun', 'Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat']
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec']

/** `Mon 4 Jan 2027` from `2027-01-04`. */
export function day(iso: string): string {
    const [y, m, d] = iso.slice(0, 10).split('-').map(Number) as [number, number, number]
    const weekday = new Date(Date.UTC(y, m - 1, d)).getUTCDay()
    return `${DAYS[weekday]} ${d} ${MONTHS[m - 1]} ${y}`
}

/** `Mon 4 Jan 2027 08:00` from an ISO moment with an offset, as its own clock shows it. */
export function moment(iso: string): string {
    return iso === '' ? '' : `${day(iso)} ${iso.slice(11, 16)}`
}

/** An instant on the clocks of a zone. */
export function instant(iso: string, zone: string): string {
    const parts = new Intl.DateTimeFormat('en-CA', {
        timeZone: zone,
        dateStyle: 'short',
        timeStyle: 'short',
        hourCycle: 'h23',
    }).formatToParts(new Date(iso))
    const part = (type: string) => parts.find((p) => p.type === type)?.value ?? ''
    return `${day(`${part('year')}-${part('month')}-${part('day')}`)} ${part('hour')}:${part('minute')}`
}

/** How many whole days from one day to another. */
export function daysBetween(from: string, to: string): number {
    return Math.round((Date.parse(to.slice(0, 10)) - Date.parse(from.slice(0, 10))) / 86_400_000)
}

/** A snag's key as words: `code-taken` is `code taken`. */
export function words(key: string): string {
    return key.replaceAll('-', ' ')
}
