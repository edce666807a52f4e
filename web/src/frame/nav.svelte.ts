import { DESK_VIEWS, STATIONS } from './stations'

export type Station = (typeof STATIONS)[number]['id'] | 'desk'

/** Stands in an address for a term before any is known. */
export const NO_TERM = '-'

function parts(path: string): string[] {
    return path.split('/').filter(Boolean).map(decodeURIComponent)
}

/** The path of an address that only a person writes, as /people, /27SP/people or /proof; it is put right. */
function typed(): string | undefined {
    const all = parts(location.pathname)
    const last = all.at(-1)
    if (last === undefined || all.length > 2) return undefined
    if (DESK_VIEWS[last]) {
        history.replaceState(null, '', `/?view=${last}`)
        return '/'
    }
    const known = STATIONS.some((station) => station.id === last && station.there)
    return known && all.length === 1 ? `/${NO_TERM}/${last}` : undefined
}

class Route {
    term = $state(NO_TERM)
    station = $state<Station>('desk')
    params = $state<Record<string, string>>({})

    constructor() {
        this.read()
        window.addEventListener('popstate', () => this.read())
    }

    private read() {
        const [term, station] = parts(typed() ?? location.pathname)
        const known = STATIONS.find((s) => s.id === station && s.there)
        // the desk is of no term, and one comes back from it to the term that one was at
        this.term = term ?? this.term
        this.station = known ? known.id : 'desk'
        this.params = Object.fromEntries(new URLSearchParams(location.search))
    }

    /** The address of a station. */
    href(station: Station, params: Record<string, string> = {}, term = this.term): string {
        const query = new URLSearchParams(
            Object.entries(params).filter(([, value]) => value !== ''),
        ).toString()
        const path = station === 'desk' ? '/' : `/${encodeURIComponent(term)}/${station}`
        return path + (query ? `?${query}` : '')
    }

    go(station: Station, params: Record<string, string> = {}, term = this.term) {
        history.pushState(null, '', this.href(station, params, term))
        this.read()
    }

    /** Changes what the address says of this view, without a new step to go back to. */
    set(params: Record<string, string>) {
        history.replaceState(null, '', this.href(this.station, { ...this.params, ...params }))
        this.read()
    }

    /** Puts another term into the address of the same view. */
    setTerm(term: string) {
        history.replaceState(null, '', this.href(this.station, this.params, term))
        this.term = term
    }
}

/** Where the person is: what the address bar says. */
export const route = new Route()

/** For links within the application: a plain click does not load the page again. */
export function follow(event: MouseEvent) {
    const link = (event.target as Element).closest('a')
    const elsewhere = event.ctrlKey || event.metaKey || event.shiftKey || event.button !== 0
    if (!link || elsewhere || link.target || link.origin !== location.origin) return
    event.preventDefault()
    history.pushState(null, '', link.href)
    window.dispatchEvent(new PopStateEvent('popstate'))
}
