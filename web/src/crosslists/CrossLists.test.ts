import { AUDITOR } from '../frame/me.testing'
import { render, screen, waitFor } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { campus } from '../frame/campus.svelte'
import { route } from '../frame/nav.svelte'
import { standAt } from '../frame/place.testing'
import CrossLists from './CrossLists.svelte'
import { row } from './rows.testing'

const apart = row('d', { tier: 'listed', coursesDiffer: true })
const kept = row('k', { id: 'x1', tier: 'kept', sections: ['k', 'k2', 'k3'] })
const JOINING = {
    key: 's:a',
    lead: 'a',
    why: 'most students',
    label: 'LAW a/a2',
    code: '27sp-law-a',
    title: 'Audit',
    category: 'Law',
    otherCategories: [],
    instructors: [],
    students: 40,
    twice: [],
    members: [],
    groups: [],
    opens: '',
    closes: '',
    shutWhileTaught: [],
    question: '',
    snags: [],
}

let sent: { path: string; body: { change?: { crossLists: Api['CrossListEdit'] } } }[]
let refused: string | null
let suggested: Api['CrossListSheet']['suggested']

beforeEach(() => {
    sent = []
    refused = null
    suggested = [apart, row('a'), row('m', { department: 'Music' })]
    standAt('/27SP/cross-lists')
    vi.stubGlobal('fetch', (path: string, init?: RequestInit) => {
        const reply = (body: unknown, status = 200) =>
            Promise.resolve(new Response(JSON.stringify(body), { status }))
        if (init?.method === 'POST' && path.endsWith('/versions')) {
            sent.push({ path, body: JSON.parse(String(init.body)) })
            return refused ? reply({ detail: refused, status: 409 }, 409) : reply({})
        }
        if (path.endsWith('/cross-lists/effect')) return reply(JOINING)
        if (path.endsWith('/cross-lists'))
            return reply({
                versions: '1.4.1',
                version: 4,
                allow: 'same-course',
                tiers: ['listed', 'same-meeting', 'same-course'].map((tier) => ({
                    tier,
                    name: tier,
                    mark: true,
                })),
                nextId: 'x7',
                suggested,
                kept: [kept],
            })
        if (path === '/api/desk') return reply({ zone: 'UTC', terms: [], latest: [] })
        return reply({})
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(CrossLists)
    await screen.findByText('LAW a')
}

const box = (name: string) => screen.getByLabelText(`mark ${name}`) as HTMLInputElement
const keep = () => screen.getByRole('button', { name: /^Keep \d/ })

describe('suggestions', () => {
    test('that need no second look are marked, and kept in one go with numbers of their own', async () => {
        await show()
        expect(box('LAW a').checked).toBe(true)
        expect(box('LAW d').checked).toBe(false)
        await userEvent.click(keep())
        expect(sent).toHaveLength(1)
        expect(sent[0]?.path).toBe('/api/terms/27SP/cross-lists/versions')
        expect(sent[0]?.body.change?.crossLists.keep.map((one) => [one.id, one.lead, one.joined])).toEqual([
            ['x7', 'a', ['a2']],
            ['x8', 'm', ['m2']],
        ])
    })
    test('of different courses are looked at first and marked then', async () => {
        await show()
        await userEvent.click(box('LAW d'))
        expect(box('LAW d').checked).toBe(false)
        expect(route.params.row).toBe('suggested d')
        await userEvent.click(box('LAW d'))
        await waitFor(() => expect(box('LAW d').checked).toBe(true))
    })
    test('of one department are shown alone', async () => {
        await show()
        await userEvent.selectOptions(screen.getByRole('combobox', { name: /may belong together/ }), 'Music')
        expect(screen.queryByText('LAW a')).toBeNull()
        expect(screen.getByText('LAW m')).toBeTruthy()
    })
    test('are shown in part where there are many, and all that are marked are kept', async () => {
        suggested = [row('a'), ...Array.from({ length: 459 }, (_, i) => row(`s${i}`))]
        await show()
        const shown = () => screen.getAllByRole('checkbox', { name: /^mark/ }).length
        expect(shown()).toBe(120)
        await userEvent.click(screen.getByRole('button', { name: 'Show 300 more' }))
        expect(shown()).toBe(420)
        await userEvent.click(screen.getByRole('button', { name: 'Show 40 more' }))
        expect(shown()).toBe(460)
        expect(screen.queryByRole('button', { name: /^Show .* more/ })).toBeNull()
        expect(keep().textContent).toBe('Keep 460 marked')
    })
    test('that the LMS has work for since are not kept, and it is said', async () => {
        await show()
        refused = 'Students have worked in shells that would be closed for LAW a. Nothing was kept.'
        await userEvent.click(keep())
        await waitFor(() => expect(campus.trouble).toContain('Nothing was kept'))
        expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull()
    })
})

describe('the way back', () => {
    test('splits what was just kept', async () => {
        await show()
        await userEvent.click(keep())
        await userEvent.click(await screen.findByRole('button', { name: 'Undo' }))
        await waitFor(() => expect(sent).toHaveLength(2))
        expect(sent[1]?.body.change?.crossLists).toEqual({ keep: [], split: ['x7', 'x8'] })
    })
    test('a kept one is split by x, and u brings it back', async () => {
        route.set({ kept: 'yes', row: 'x1' })
        await show()
        await screen.findByRole('button', { name: 'Split it again' })
        await userEvent.keyboard('x')
        await waitFor(() => expect(sent).toHaveLength(1))
        expect(sent[0]?.body.change?.crossLists).toEqual({ keep: [], split: ['x1'] })
        await screen.findByRole('button', { name: 'Undo' })
        await userEvent.keyboard('u')
        await waitFor(() => expect(sent).toHaveLength(2))
        expect(sent[1]?.body.change?.crossLists.keep).toMatchObject([
            { id: 'x1', lead: 'k', joined: ['k2', 'k3'] },
        ])
    })
})

describe('sections picked from the sheet', () => {
    test('lie on the table, and the address forgets them', async () => {
        route.set({ join: 'p,q' })
        await show()
        const button = await screen.findByRole('button', { name: 'Keep this cross-list' })
        expect(route.params.join).toBeFalsy()
        await waitFor(() => expect(button).toHaveProperty('disabled', false))
        await userEvent.click(button)
        expect(sent[0]?.body.change?.crossLists.keep).toMatchObject([
            { id: 'x7', lead: null, joined: ['p', 'q'] },
        ])
    })
    test('come to the cross-list that one of them is in', async () => {
        route.set({ join: 'k3,p' })
        await show()
        await screen.findByRole('button', { name: 'Split it again' })
        expect(route.params.row).toBe('x1')
    })
})

test('those who only read can mark and keep nothing', async () => {
    campus.me = AUDITOR
    await show()
    expect(box('LAW a').disabled).toBe(true)
    expect(screen.queryByRole('button', { name: /Keep/ })).toBeNull()
})
