import { render, screen, waitFor } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { ADMINISTRATOR, AUDITOR } from '../frame/me.testing'
import { arrival } from './arrival.testing'
import Decide from './Decide.svelte'

const ARRIVAL = arrival(5, 'HELD', { fileName: 'list.zip', receivedBy: 'the schedule', sections: 300 })

const EFFECT: Api['ProofListEffect'] = {
    term: '27SP',
    name: 'Spring 2027',
    sectionsNow: 1200,
    sectionsThen: 300,
    builds: 2,
    changes: 4,
    closes: 900,
    closesOpen: 850,
    closesWithWork: 12,
    stops: 1,
    studentsOut: 7000,
}

let effects: Api['ProofListEffect'][]
let sent: Sent[]
const decided = vi.fn(() => Promise.resolve())

beforeEach(() => {
    effects = [EFFECT]
    decided.mockClear()
    campus.me = ADMINISTRATOR
    campus.trouble = ''
    sent = serverThat((method, path) => (method === 'GET' && path.endsWith('/effect') ? effects : {}))
})
afterEach(() => vi.unstubAllGlobals())

function trip(department: string, out: number, whole: number, guard = 'sectionsOut') {
    return { term: '27SP', department, guard, out, whole } as Api['ArrivalView']['trips'][number]
}

function show(change: Partial<Api['ArrivalView']> = {}) {
    return render(Decide, { arrival: { ...ARRIVAL, ...change }, decided })
}

const button = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name })

describe('a list that is held', () => {
    test('says what tripped, of the campus first and then of departments', async () => {
        const departments = Array.from({ length: 14 }, (_, i) => trip(`D${i}`, i, 20))
        show({ trips: [trip('', 900, 1200), ...departments] })
        expect(screen.getByText(/900 of 1,200 sections/)).toBeDefined()
        expect(screen.getByText(/D0: 0 of 20/)).toBeDefined()
        expect(screen.queryByText(/D13: 13 of 20/)).toBeNull()
        expect(screen.getByText(/and 2 more/)).toBeDefined()
        await screen.findByRole('row', { name: /Spring 2027/ })
    })

    test('says what it would close, and who would lose what, before anybody decides', async () => {
        show()
        const row = await screen.findByRole('row', { name: /Spring 2027/ })
        expect(row.textContent).toContain('would close 900 (850 open to students, 12 with student work)')
        expect(row.textContent).toContain('1 stop')
        expect(row.textContent).toContain('7,000 students sit in sections that are gone')
    })

    test('of a term without sections says that it would have no proof', async () => {
        effects = [{ ...EFFECT, sectionsThen: 0 }]
        show()
        expect(await screen.findByText(/the term would have no proof/)).toBeDefined()
        expect(screen.queryByText(/would close/)).toBeNull()
    })

    test('is turned away with a reason, and not without one', async () => {
        show()
        await screen.findByRole('row', { name: /Spring 2027/ })
        expect(button('Turn it away').disabled).toBe(true)
        expect(button('Accept it as it is').disabled).toBe(true)
        await userEvent.type(screen.getByLabelText('Why'), '  ')
        expect(button('Turn it away').disabled).toBe(true)
        await userEvent.type(screen.getByLabelText('Why'), 'the export broke')
        await userEvent.click(button('Turn it away'))
        await waitFor(() => expect(decided).toHaveBeenCalledOnce())
        expect(sent).toEqual([
            {
                method: 'POST',
                path: '/api/arrivals/5/turn-away',
                body: { reason: '  the export broke' },
            },
        ])
    })

    test('is accepted only once its effect was worked out', async () => {
        let answer: (all: Api['ProofListEffect'][]) => void = () => undefined
        vi.stubGlobal(
            'fetch',
            () =>
                new Promise<Response>((resolve) => {
                    answer = (all) => resolve(new Response(JSON.stringify(all), { status: 200 }))
                }),
        )
        show()
        await userEvent.type(screen.getByLabelText('Why'), 'they moved to another campus')
        expect(screen.getByText('Working out what it would do …')).toBeDefined()
        expect(button('Accept it as it is').disabled).toBe(true)
        expect(button('Turn it away').disabled).toBe(false)
        answer([EFFECT])
        await screen.findByRole('row', { name: /Spring 2027/ })
        expect(button('Accept it as it is').disabled).toBe(false)
    })

    test('is decided on by nobody who may not change lists', async () => {
        campus.me = AUDITOR
        show()
        await screen.findByRole('row', { name: /Spring 2027/ })
        expect(screen.queryByRole('button')).toBeNull()
        expect(screen.queryByLabelText('Why')).toBeNull()
    })
})

describe('a list of before', () => {
    test('is gone back to after its effect was seen', async () => {
        show({ state: 'KEPT' })
        expect(screen.queryByRole('table')).toBeNull()
        await userEvent.click(button('Go back to this list …'))
        await screen.findByRole('row', { name: /Spring 2027/ })
        await userEvent.type(screen.getByLabelText('Why'), 'last night was wrong')
        await userEvent.click(button('Go back to this list'))
        await waitFor(() => expect(decided).toHaveBeenCalledOnce())
        expect(sent[0]?.path).toBe('/api/arrivals/5/use')
    })

    test('that is in use is not gone back to', () => {
        show({ state: 'KEPT', inUse: true })
        expect(screen.queryByRole('button')).toBeNull()
    })

    test('says who decided, when and why', () => {
        campus.zone = 'UTC'
        show({
            state: 'TURNED_AWAY',
            decidedBy: 'N. Abara',
            decidedAt: '2027-01-05T08:00:00Z',
            reason: 'the export broke',
        })
        expect(screen.getByText(/Turned away by N\. Abara, .*: the export broke/)).toBeDefined()
    })
})
