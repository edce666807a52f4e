import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { AUDITOR } from '../frame/me.testing'
import { route } from '../frame/nav.svelte'
import { standAt } from '../frame/place.testing'
import { layOut } from '../parts/layout.testing'
import OpenShut from './OpenShut.svelte'

beforeAll(() => {
    layOut(1200, 600)
    HTMLDialogElement.prototype.showModal = vi.fn()
})

function shell(key: string, more: Partial<Api['LifeRow']> = {}): Api['LifeRow'] {
    return {
        key,
        code: `27sp-${key}`,
        title: `Title ${key}`,
        category: 'Sea / Tides',
        department: 'Tides',
        kind: 'lecture',
        state: 'OPEN',
        opens: '2027-01-04T08:00:00Z',
        closes: '2027-04-23T23:59:00Z',
        students: 12,
        why: '',
        byHand: false,
        sections: [key],
        ...more,
    }
}

let rows: Api['LifeRow'][]
let longer: Api['LifeExtension'][]
let sent: Sent[]

beforeEach(() => {
    rows = [
        shell('a'),
        shell('b', { state: 'SHUT', byHand: true, why: 'until the laboratory is ready' }),
        shell('c'),
    ]
    longer = []
    standAt('/27SP/upkeep?view=open')
    sent = serverThat((method, path) => {
        if (path.endsWith('/upkeep/shells'))
            return {
                versions: '3.2.1',
                zone: 'UTC',
                at: '2027-01-10T08:00:00Z',
                states: [
                    { state: 'OPEN', shells: 2 },
                    { state: 'SHUT', shells: 1 },
                ],
                rows,
            }
        if (method === 'DELETE') return {}
        if (path.endsWith('/upkeep/extensions')) return longer
        if (path.endsWith('/students')) return [{ user: 't1', name: 'I. Moss' }]
        if (path.endsWith('/opening')) return { build: 11 }
        return undefined
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(OpenShut)
    await screen.findByText('27sp-a')
}

const margin = () => within(screen.getByRole('complementary'))
const mark = (id: string) => userEvent.click(screen.getByRole('checkbox', { name: `Mark ${id}` }))
const opening = () => sent.find((one) => one.path === '/api/terms/27SP/upkeep/opening')?.body

describe('shells as students meet them', () => {
    test('stand under how they are now, and one says why', async () => {
        await show()
        expect(screen.getByRole('heading', { level: 1 }).textContent).toContain('2 of 3 shells open')
        const said = screen.getAllByRole('row').map((row) => row.textContent ?? '')
        const shut = said.findIndex((text) => text.includes('shut until somebody opens it'))
        expect(said.findIndex((text) => text.includes('27sp-b'))).toBeGreaterThan(shut)
        await userEvent.click(screen.getByText('27sp-b'))
        expect(margin().getByText(/set by a person: until the laboratory is ready/)).toBeDefined()
    })

    test('are found by words, and all that are found can be marked at once', async () => {
        await show()
        await userEvent.type(screen.getByLabelText('Find'), 'title c')
        await waitFor(() => expect(screen.queryByText('27sp-a')).toBeNull())
        screen.getByRole('grid').focus()
        await userEvent.keyboard('a')
        expect(margin().getByRole('heading', { name: '1 shell marked' })).toBeDefined()
    })
})

describe('opening and shutting', () => {
    test('opening wants a reason, takes a moment, and goes to its build', async () => {
        await show()
        await mark('b')
        const open = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Open 1 shell' })
        expect(open().disabled).toBe(true)
        await userEvent.type(screen.getByLabelText('Why'), 'it is ready')
        await userEvent.type(screen.getByLabelText('Opens'), 'week 2 Mon')
        await userEvent.click(open())
        await waitFor(() => expect(route.params.id).toBe('11'))
        expect(opening()).toEqual({
            versions: '3.2.1',
            keys: ['b'],
            open: true,
            by: null,
            opens: 'week 2 Mon',
            closes: null,
            reason: 'it is ready',
        })
    })

    test('shutting asks first, with how many are open to students now', async () => {
        await show()
        await mark('a')
        await mark('b')
        await userEvent.type(screen.getByLabelText('Why'), 'a leak')
        await userEvent.click(screen.getByRole('button', { name: 'Shut 2 shells' }))
        expect(opening()).toBeUndefined()
        expect(screen.getByText('Shut 2 shells, 1 of them open to students?')).toBeDefined()
        const [, sure] = screen.getAllByRole('button', { name: 'Shut 2 shells', hidden: true })
        await userEvent.click(sure as HTMLElement)
        await waitFor(() => expect(opening()?.['open']).toBe(false))
        expect(opening()?.['keys']).toEqual(['a', 'b'])
        expect(opening()?.['opens']).toBeNull()
    })

    test('whoever only reads sees what is marked and can do nothing with it', async () => {
        campus.me = AUDITOR
        await show()
        await mark('a')
        expect(margin().getByText(/1 open to students now, 0 not/)).toBeDefined()
        expect(screen.queryByRole('button', { name: /^Open|^Shut/ })).toBeNull()
    })
})

describe('students who are let in longer', () => {
    test('are listed, and one is ended', async () => {
        longer = [
            {
                id: 5,
                key: 'a',
                code: '27sp-a',
                user: 't1',
                name: 'I. Moss',
                until: '2027-06-01T23:59:00Z',
                reason: 'incomplete',
                by: 'N. Abara',
                at: '2027-04-20T08:00:00Z',
            },
        ]
        await show()
        await margin().findByText('I. Moss')
        await userEvent.click(margin().getByRole('button', { name: 'End that' }))
        await margin().findByText(/^Nobody/)
        expect(sent[0]).toMatchObject({ method: 'DELETE', path: '/api/terms/27SP/upkeep/extensions/5' })
    })
})
