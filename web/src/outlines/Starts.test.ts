import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { AUDITOR } from '../frame/me.testing'
import { standAt } from '../frame/place.testing'
import Starts from './Starts.svelte'

function row(n: number, more: Partial<Api['StartRow']> = {}): Api['StartRow'] {
    return {
        key: `s:${n}`,
        code: `27sp-ocea-${n}`,
        title: `Tides ${n}`,
        kind: 'earlier',
        from: `26sp-ocea-${n}`,
        sameInstructor: n === 1,
        kept: false,
        ...more,
    }
}

function start(n: number, from: string, more: Partial<Api['Start']> = {}): Api['Start'] {
    const item = (title: string, due: string | null) => ({
        id: `${n} ${title}`,
        kind: 'assignment',
        title,
        text: '',
        points: '',
        was: '2026-02-09T23:59:00Z',
        due,
        notes: [],
    })
    return {
        key: `s:${n}`,
        code: `27sp-ocea-${n}`,
        kind: 'earlier',
        message: `From ${from}`,
        evidence: [],
        what: 'outline',
        fromKey: from,
        units: [
            {
                title: 'Week 6',
                instruction: '',
                first: null,
                last: null,
                items: [item('Essay', `2027-02-0${n}T23:59:00Z`), item('Quiz', '2027-02-12T12:00:00Z')],
            },
        ],
        others: ['a', 'b'].map((key) => ({ key, code: `old-${key}`, term: '26SP', evidence: [] })),
        from: null,
        to: null,
        kept: null,
        revision: 7,
        ...more,
    } as Api['Start']
}

let rows: Api['StartRow'][]
let sent: Sent[]

beforeEach(() => {
    rows = [row(1), row(2), row(3, { kind: 'none', from: '' })]
    standAt('/27SP/conventions?view=starts')
    sent = serverThat((method, path, body) => {
        const url = new URL(path, 'http://here')
        const asked = url.searchParams
        if (url.pathname.endsWith('/proof')) return { versions: '1.1.1' }
        if (url.pathname.endsWith('/starts')) return rows
        if (method === 'POST') {
            const n = Number(String(body['key']).slice(2))
            rows = rows.map((one) => (one.key === body['key'] ? { ...one, kept: true } : one))
            const kept = start(n, String(body['from']), {
                kept: { by: 'N. Abara', at: '2027-01-05T08:00:00Z' },
            })
            const due = body['due'] as Record<string, string>
            kept.units[0]?.items.forEach((one) => (one.due = due[one.id] ?? one.due))
            return kept
        }
        if (!url.pathname.endsWith('/start')) return undefined
        const n = Number(asked.get('key')?.slice(2))
        return start(n, asked.get('from') ?? 'a')
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(Starts)
    await screen.findByRole('heading', { name: '27sp-ocea-1' })
}

const shell = (n: number) =>
    within(screen.getByRole('region', { name: 'Shells to be built' })).getByRole('button', {
        name: new RegExp(`27sp-ocea-${n}`),
    })
const due = (title: string) => screen.getByLabelText<HTMLInputElement>(`${title} is due`)
const keep = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Keep these dates' })

async function choose(n: number) {
    await userEvent.click(shell(n))
    await screen.findByRole('heading', { name: `27sp-ocea-${n}` })
}

async function set(title: string, text: string) {
    await userEvent.clear(due(title))
    await userEvent.type(due(title), text)
    await userEvent.tab()
}

describe('dates that are set by hand', () => {
    test('are kept with the rest as it is carried forward', async () => {
        await show()
        expect(keep().disabled).toBe(true)
        await set('Essay', '2027-03-01 20:00')
        expect(screen.getByText('1 date changed, not kept yet.')).toBeDefined()
        await userEvent.click(keep())
        await screen.findByText(/Kept as they are by N\. Abara/)
        expect(sent[0]?.body).toEqual({
            versions: '1.1.1',
            key: 's:1',
            from: 'a',
            basedOn: 7,
            due: { '1 Essay': '2027-03-01T20:00:00Z' },
        })
        expect(due('Essay').value).toBe('2027-03-01 20:00')
        expect(shell(1).textContent).toContain('dates kept')
    })

    test('are not lost when another shell is looked at, and the list says where some are', async () => {
        await show()
        await set('Essay', '2027-03-01 20:00')
        await choose(2)
        expect(due('Essay').value).toBe('2027-02-02 23:59')
        expect(shell(1).textContent).toContain('dates not kept yet')
        expect(shell(2).textContent).not.toContain('dates not kept yet')
        await choose(1)
        expect(due('Essay').value).toBe('2027-03-01 20:00')
        expect(keep().disabled).toBe(false)
    })

    test('are those of what it starts from', async () => {
        await show()
        await set('Quiz', '2027-02-19 12:00')
        await userEvent.click(screen.getByRole('button', { name: 'old-b' }))
        await waitFor(() => expect(due('Quiz').value).toBe('2027-02-12 12:00'))
        await userEvent.click(screen.getByRole('button', { name: 'old-a' }))
        await waitFor(() => expect(due('Quiz').value).toBe('2027-02-19 12:00'))
    })

    test('are as they were before when they are undone', async () => {
        await show()
        await set('Essay', '2027-03-01 20:00')
        await userEvent.click(screen.getByRole('button', { name: 'Undo' }))
        expect(due('Essay').value).toBe('2027-02-01 23:59')
        expect(shell(1).textContent).not.toContain('dates not kept yet')
        expect(keep().disabled).toBe(true)
    })

    test('that are kept while another shell is looked at do not come in its place', async () => {
        await show()
        await set('Essay', '2027-03-01 20:00')
        const usual = fetch
        let answer = () => {}
        vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
            if (init?.method === 'POST') await new Promise<void>((resolve) => (answer = resolve))
            return usual(path, init)
        })
        await userEvent.click(keep())
        await choose(2)
        answer()
        await waitFor(() => expect(shell(1).textContent).toContain('dates kept'))
        expect(screen.getByRole('heading', { name: '27sp-ocea-2' })).toBeDefined()
        expect(due('Essay').value).toBe('2027-02-02 23:59')
    })

    test('are only looked at by whoever may not change them', async () => {
        campus.me = AUDITOR
        await show()
        expect(due('Essay').disabled).toBe(true)
        expect(screen.queryByRole('button', { name: 'Keep these dates' })).toBeNull()
    })
})

test('shells are found by code and by what they start from', async () => {
    await show()
    await userEvent.selectOptions(screen.getByLabelText('Shells that start'), 'none')
    expect(screen.queryByRole('button', { name: /27sp-ocea-1/ })).toBeNull()
    expect(shell(3).textContent).toContain('nothing')
    await userEvent.selectOptions(screen.getByLabelText('Shells that start'), '')
    await userEvent.type(screen.getByLabelText('Find a shell'), 'tides 2')
    await waitFor(() => expect(screen.queryByRole('button', { name: /27sp-ocea-1/ })).toBeNull())
    expect(shell(2)).toBeDefined()
})
