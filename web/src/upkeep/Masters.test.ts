import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { ADMINISTRATOR, AUDITOR } from '../frame/me.testing'
import { standAt } from '../frame/place.testing'
import { layOut } from '../parts/layout.testing'
import Masters from './Masters.svelte'

beforeAll(() => {
    layOut(1200, 800)
    HTMLDialogElement.prototype.showModal = vi.fn()
})

function master(id: string, more: Partial<Api['MasterRow']> = {}): Api['MasterRow'] {
    return {
        id,
        title: `Title ${id}`,
        code: `master-${id}`,
        category: ['Masters'],
        courses: ['OCEA 110'],
        datesOf: '',
        people: [{ user: 'u1', name: 'A. Lind', role: 'instructor' }],
        madeBy: 'T. Tarn',
        madeAt: '2026-05-01T08:00:00Z',
        stands: true,
        says: '',
        version: 2,
        editedAt: null,
        uses: [{ term: '26FA', shells: 3 }],
        unusedTerms: 0,
        unused: false,
        askedAt: null,
        retiredBy: null,
        retiredAt: null,
        ...more,
    }
}

let masters: Api['MasterRow'][]
let sent: Sent[]

beforeEach(() => {
    masters = [
        master('a'),
        master('b', { courses: [] }),
        master('c', { unused: true, unusedTerms: 6, uses: [] }),
        master('d', { retiredBy: 'N. Abara', retiredAt: '2026-06-01T08:00:00Z' }),
    ]
    standAt('/27SP/upkeep?view=masters', {
        ...ADMINISTRATOR,
        rights: [...ADMINISTRATOR.rights, 'READ_MASTERS', 'CHANGE_MASTERS'],
    })
    const sheet = () => ({ unusedTerms: 4, terms: [], masters })
    sent = serverThat((method, path, body) => {
        if (path === '/api/masters/questions') return { sheet: sheet(), mails: 1 }
        if (path === '/api/masters/retirement') {
            const ids = body['ids'] as string[]
            const retiredAt = body['retired'] ? '2027-01-05T08:00:00Z' : null
            masters = masters.map((one) => (ids.includes(one.id) ? { ...one, retiredAt } : one))
            return sheet()
        }
        if (path.startsWith('/api/masters')) return sheet()
        if (path.endsWith('/upkeep/masters')) return []
        return method === 'GET' && path.startsWith('/api/master/') ? { versions: [], units: [] } : undefined
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(Masters)
    await screen.findByText('master-a')
}

const margin = () => within(screen.getByRole('complementary'))
const mark = (id: string) => userEvent.click(screen.getByRole('checkbox', { name: `Mark ${id}` }))
const rows = () => screen.getAllByRole('row').map((row) => row.textContent ?? '')

describe('masters', () => {
    test('stand once each, those that nobody uses first and those put away last', async () => {
        await show()
        const at = (words: string) => rows().findIndex((row) => row.includes(words))
        expect(at('nobody has used it for 4 terms')).toBeLessThan(at('master-c'))
        expect(at('master-c')).toBeLessThan(at('for courses'))
        expect(at('master-b')).toBeGreaterThan(at('for developing in'))
        expect(at('master-d')).toBeGreaterThan(at('put away'))
        for (const id of ['a', 'b', 'c', 'd'])
            expect(rows().filter((row) => row.includes(`master-${id}`))).toHaveLength(1)
        expect(rows()[at('master-c')]).toContain('never')
        expect(screen.getByRole('heading', { level: 1 }).textContent).toContain('3 masters')
    })

    test('are found by their courses and by who shares them', async () => {
        masters.push(master('e', { people: [{ user: 'u2', name: 'O. Reed', role: 'designer' }] }))
        await show()
        await userEvent.type(screen.getByLabelText('Find'), 'reed ocea')
        await waitFor(() => expect(screen.queryByText('master-a')).toBeNull())
        expect(screen.getByText('master-e')).toBeDefined()
    })

    test('that are not in the LMS say so', async () => {
        masters[0] = master('a', { stands: false })
        await show()
        expect(rows().find((row) => row.includes('master-a'))).toContain('▲ not in the LMS')
    })
})

describe('those that nobody needs', () => {
    test('are asked about by mail', async () => {
        await show()
        await mark('c')
        await userEvent.click(margin().getByRole('button', { name: 'Ask whoever shares them' }))
        await screen.findByText('1 message on the way.')
        expect(sent[0]?.body).toEqual({ ids: ['c'], term: '27SP' })
        expect(screen.getByRole<HTMLInputElement>('checkbox', { name: 'Mark c' }).checked).toBe(false)
    })

    test('are put away once it was said how many are in use', async () => {
        await show()
        await mark('a')
        await mark('c')
        await userEvent.click(margin().getByRole('button', { name: 'Put away' }))
        expect(sent).toEqual([])
        expect(screen.getByText('Put 2 masters away, 1 of them used in the last terms?')).toBeDefined()
        await userEvent.click(screen.getByRole('button', { name: 'Put 2 masters away', hidden: true }))
        await screen.findByText('Put away.')
        expect(sent[0]?.body).toEqual({ ids: ['a', 'c'], retired: true })
        expect(screen.getByRole('heading', { level: 1 }).textContent).toContain('1 master,')
    })

    test('are taken out again where all that are marked were put away', async () => {
        await show()
        await mark('d')
        await userEvent.click(margin().getByRole('button', { name: 'Take out 1 master' }))
        await screen.findByText('Taken out again.')
        expect(sent[0]?.body).toEqual({ ids: ['d'], retired: false })
    })

    test('are for nobody who only reads', async () => {
        campus.me = { ...AUDITOR, rights: [...AUDITOR.rights, 'READ_MASTERS'] }
        await show()
        await mark('c')
        expect(margin().queryByRole('button')).toBeNull()
        expect(screen.queryByRole('button', { name: 'New master …' })).toBeNull()
    })
})
