import { form, get, post, whenSignedOut, type Api } from '../api/client'
import { forgetLeft } from './left.svelte'
import { NO_TERM, route } from './nav.svelte'

export type Right = Api['PeopleMe']['rights'][number]

const WHILE_BUILDING_MILLIS = 2000

class Campus {
    me = $state<Api['PeopleMe'] | null>(null)
    known = $state(false)
    terms = $state<Api['DeskTerm'][]>([])
    latest = $state<Api['LedgerEntry'][]>([])
    zone = $state('UTC')
    line = $state<Api['DeskLine'] | null>(null)
    desk = $state.raw<Api['Desk'] | null>(null)
    /** The last thing that went wrong, until it is read. */
    trouble = $state('')

    constructor() {
        whenSignedOut(() => (this.me = null))
    }

    /** Whether the policy gives somebody a right, however far it reaches. */
    may(right: Right): boolean {
        return this.me?.rights.includes(right) ?? false
    }

    /** Whether a right reaches everything of the campus. */
    mayAll(right: Right): boolean {
        return this.me?.wide.includes(right) ?? false
    }

    /** Whether somebody walks the line; an instructor has My teaching alone. */
    get walks(): boolean {
        return this.may('READ_PROOF')
    }

    /** The day that it is for this campus; the demo has one of its own. */
    get today(): string {
        return this.desk?.today ?? new Date().toISOString().slice(0, 10)
    }

    async begin() {
        try {
            this.me = await get('/api/me')
        } catch {
            this.me = null
        }
        // whoever is signed in stays so where the rest cannot be told just now
        if (this.walks) await this.attempt(() => this.refresh())
        this.known = true
    }

    async signIn(username: string, password: string) {
        await form('/api/sign-in', new URLSearchParams({ username, password }))
        await this.begin()
    }

    async changePassword(now: string, next: string) {
        this.me = await post('/api/me/password', { body: { now, next } })
        if (this.walks) await this.refresh()
    }

    async signOut(where: 'here' | 'everywhere' = 'here') {
        forgetLeft()
        if (where === 'everywhere') await post('/api/me/sign-out-everywhere')
        else await form('/api/sign-out', new URLSearchParams())
        this.me = null
        await get('/api/me').catch(() => {})
    }

    /** Asks again how the terms and the line stand, for those who walk it. While something is built it is asked again and again. */
    async refresh() {
        const desk = await get('/api/desk')
        this.desk = desk
        this.terms = desk.terms
        this.latest = desk.latest
        this.zone = desk.zone
        const first = desk.terms[0]
        if (route.term === NO_TERM && first) route.setTerm(first.code)
        this.line = await get('/api/terms/{term}/line', { path: { term: route.term } })
        clearTimeout(this.timer)
        if (this.line.buildState === 'RUNNING' || this.line.buildState === 'WAITING') this.refreshLater()
    }

    /** Goes on when a refresh fails: a machine that is lost comes back. */
    private refreshLater() {
        this.timer = setTimeout(() => {
            this.refresh().catch(() => {
                if (this.me) this.refreshLater()
            })
        }, WHILE_BUILDING_MILLIS)
    }

    private timer: ReturnType<typeof setTimeout> | undefined

    /** Runs something and shows what went wrong, if anything did. */
    async attempt(work: () => Promise<void>) {
        this.trouble = ''
        try {
            await work()
        } catch (e) {
            this.trouble = e instanceof Error ? e.message : String(e)
        }
    }
}

/** Who is signed in, and how the campus's terms stand. */
export const campus = new Campus()
