import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat } from '../api/server.testing'
import { AUDITOR } from '../frame/me.testing'
import { standAt } from '../frame/place.testing'
import { layOut } from '../parts/layout.testing'
import Ledger from './Ledger.svelte'

beforeAll(() => layOut(1200, 600))

type Entry = Api['LedgerReadingLine']

function entry(id: number, more: Partial<Entry> = {}): Entry {
    return {
        id,
        at: '2027-01-05T08:00:00Z',
        login: 'abara',
        who: 'N. Abara',
        what: 'built',
        subject: `27SP, build ${id}`,
        detail: '{"shells":12,"basedOn":3,"note":""}',
        address: '127.0.0.1',
        seal: id,
        ...more,
    }
}

let pages: Map<number | null, Api['LedgerReadingPage']>
let found: Api['LedgerCheckFound']
let asked: URLSearchParams[]

beforeEach(() => {
    asked = []
    pages = new Map([[null, { lines: [entry(3), entry(2)], next: null }]])
    found = { entries: 3, head: 'ab12', faults: [] }
    standAt('/?view=ledger', AUDITOR)
    serverThat((_, path) => {
        const url = new URL(path, 'http://here')
        switch (url.pathname) {
            case '/api/ledger/vocabulary':
                return { people: [{ login: 'abara', name: 'N. Abara' }], kinds: ['built', 'kept drift'] }
            case '/api/arrivals/departments':
                return [{ code: 'OCEA', name: 'Oceanography' }]
            case '/api/ledger/check':
                return found
            case '/api/ledger': {
                asked.push(url.searchParams)
                const before = url.searchParams.get('before')
                return pages.get(before === null ? null : Number(before))
            }
        }
        return undefined
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(Ledger)
    await screen.findByText('27SP, build 3')
}

const margin = () => within(screen.getByRole('complementary'))
const last = () => Object.fromEntries(asked.at(-1) ?? [])

describe('entries', () => {
    test('stand with what else they say, in words, empty things left out', async () => {
        await show()
        const row = screen.getByRole('row', { name: /27SP, build 3/ })
        expect(row.textContent).toContain('shells 12, based on 3')
        expect(row.textContent).not.toContain('note')
        expect(screen.getByRole('heading', { level: 1 }).textContent).toContain('The ledger, 2 entries')
    })

    test('one that is chosen says who did it, from where and its place in the chain', async () => {
        await show()
        await userEvent.click(screen.getByText('27SP, build 2'))
        expect(margin().getByText(/from 127\.0\.0\.1/)).toBeDefined()
        expect(margin().getByText('Entry 2 of the chain.')).toBeDefined()
        expect(margin().getByRole('rowheader', { name: 'based on' })).toBeDefined()
    })

    test('one that is not sealed yet, and was done by the program, says so', async () => {
        pages.set(null, { lines: [entry(3, { seal: null, address: '' })], next: null })
        await show()
        await userEvent.click(screen.getByText('27SP, build 3'))
        expect(margin().getByText('by the program itself')).toBeDefined()
        expect(margin().getByText('It is sealed in a few seconds.')).toBeDefined()
    })

    test('earlier ones come after those that are there', async () => {
        pages.set(null, { lines: [entry(3), entry(2)], next: 2 })
        pages.set(2, { lines: [entry(1)], next: null })
        await show()
        expect(screen.getByRole('heading', { level: 1 }).textContent).toContain('the last 2')
        await userEvent.click(screen.getByRole('button', { name: 'Earlier ones' }))
        await screen.findByText('27SP, build 1')
        expect(last()).toEqual({ before: '2' })
        expect(screen.getByText('27SP, build 3')).toBeDefined()
        expect(screen.queryByRole('button', { name: 'Earlier ones' })).toBeNull()
    })
})

describe('finding', () => {
    test('by person, kind and days asks the server for those alone, and the address says so', async () => {
        await show()
        await userEvent.selectOptions(screen.getByLabelText('Person'), 'abara')
        await waitFor(() => expect(last()).toEqual({ who: 'abara' }))
        await userEvent.selectOptions(screen.getByLabelText('Kind'), 'kept drift')
        await waitFor(() => expect(last()).toEqual({ who: 'abara', what: 'kept drift' }))
        expect(location.search).toContain('what=kept+drift')
    })

    test('by a department asks for its code and its name, since entries have either', async () => {
        await show()
        await screen.findByRole('option', { name: 'Oceanography' })
        await userEvent.selectOptions(screen.getByLabelText('Department'), 'OCEA')
        await waitFor(() => expect(asked.at(-1)?.getAll('department')).toEqual(['OCEA', 'Oceanography']))
    })
})

describe('the chain', () => {
    const check = () => userEvent.click(screen.getByRole('button', { name: 'Check the whole ledger' }))

    test('that is whole says how many entries it has and its last digest', async () => {
        await show()
        await check()
        expect(await screen.findByText('✓ 3 entries, each as it was sealed.')).toBeDefined()
        expect(screen.getByText('ab12')).toBeDefined()
    })

    test('that was broken says where', async () => {
        found = { entries: 3, head: 'ab12', faults: ['entry 2 is not as it was sealed'] }
        await show()
        await check()
        expect(await screen.findByText('▲ 1 fault in 3 entries')).toBeDefined()
        expect(screen.getByText('entry 2 is not as it was sealed')).toBeDefined()
    })
})
