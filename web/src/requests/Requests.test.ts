import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { ADMINISTRATOR } from '../frame/me.testing'
import { route } from '../frame/nav.svelte'
import { standAt } from '../frame/place.testing'
import { layOut } from '../parts/layout.testing'
import Requests from './Requests.svelte'

beforeAll(() => layOut(1200, 800))

type Row = Api['RequestRow']

function row(id: number, more: Partial<Row> = {}): Row {
    return {
        id,
        version: 1,
        term: '27SP',
        kind: 'TITLE',
        words: `Title of OCEA ${id}`,
        state: 'ASKED',
        asker: 'A. Lind',
        departments: 'Oceanography',
        special: '',
        note: '',
        askedAt: '2026-12-05T10:00:00Z',
        decidedBy: null,
        decidedAt: null,
        reason: '',
        may: true,
        own: false,
        ...more,
    }
}

let rows: Row[]
let next: number | null
/** One that is found by its number only. */
let older: Row | null
let came: Api['RequestDecided'][]
let sent: Sent[]

function one(of: Row): Api['RequestOne'] {
    return {
        row: of,
        wish: {
            term: '27SP',
            kind: of.kind,
            sections: [`cl-${of.id}`],
            lead: null,
            from: null,
            title: `Wanted ${of.id}`,
            opens: null,
            open: null,
            note: of.note,
        },
        does: { words: '', question: '', shells: [], special: [], departments: [], deciders: [] },
        turns: [{ at: of.askedAt, who: of.asker, what: 'asked', note: of.note }],
        build: null,
    }
}

beforeEach(() => {
    rows = [row(1), row(2), row(3, { may: false }), row(4, { state: 'STANDS', decidedBy: 'rule' })]
    next = null
    older = null
    came = [
        { id: 1, done: true, why: '' },
        { id: 2, done: true, why: '' },
    ]
    campus.terms = []
    route.term = '27SP'
    standAt('/?view=requests', {
        ...ADMINISTRATOR,
        rights: [...ADMINISTRATOR.rights, 'READ_REQUESTS', 'DECIDE', 'SAVE_SHEETS'],
    })
    sent = serverThat((_, path) => {
        if (path === '/api/requests') return { rows, next }
        if (path === '/api/requests?before=4') return { rows: [row(3, { state: 'DECLINED' })], next: null }
        if (path === '/api/requests/decisions') return came
        if (path === '/api/request-links/s3cret') return { request: 2 }
        const id = Number(/^\/api\/requests\/(\d+)/.exec(path)?.[1])
        const found = [...rows, ...(older ? [older] : [])].find((each) => each.id === id)
        return found ? one(found) : undefined
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(Requests)
    await screen.findByText('Title of OCEA 1')
}

const margin = () => within(screen.getByRole('complementary'))
const mark = (id: number) => userEvent.click(screen.getByRole('checkbox', { name: `Mark ${id}` }))
const button = (name: string | RegExp) => margin().getByRole<HTMLButtonElement>('button', { name })

describe('what was asked for', () => {
    test('stands by whom it waits for, what is done with last', async () => {
        await show()
        const text = screen.getAllByRole('row').map((each) => each.textContent ?? '')
        const at = (words: string) => text.findIndex((each) => each.includes(words))
        expect(at('waiting for you')).toBeLessThan(at('OCEA 1'))
        expect(at('OCEA 2')).toBeLessThan(at('waiting for whoever decides'))
        expect(at('OCEA 3')).toBeLessThan(at('done with'))
        expect(text[at('OCEA 4')]).toContain('by rule')
        expect(screen.getByRole('heading', { level: 1 }).textContent).toContain('3 requests open of 4')
    })

    test('is found by words and by kind', async () => {
        rows.push(row(5, { kind: 'SHELL', words: 'A shell for MUSC 5', asker: 'O. Reed' }))
        await show()
        await userEvent.type(screen.getByLabelText('Find'), 'reed')
        await waitFor(() => expect(screen.queryByText('Title of OCEA 1')).toBeNull())
        expect(screen.getByText('A shell for MUSC 5')).toBeDefined()
        await userEvent.clear(screen.getByLabelText('Find'))
        await userEvent.selectOptions(screen.getByLabelText('Asked for'), 'TITLE')
        await waitFor(() => expect(screen.queryByText('A shell for MUSC 5')).toBeNull())
    })

    test('shows those done with page by page, and what was shown stays when the rest is asked anew', async () => {
        rows = [row(1), row(9, { state: 'STANDS' }), row(4, { state: 'STANDS' })]
        next = 4
        await show()
        expect(screen.getByRole('heading', { level: 1 }).textContent).toContain(
            '1 request open of the last 3',
        )
        await userEvent.click(screen.getByRole('button', { name: 'Show earlier ones' }))
        await screen.findByText('Title of OCEA 3')
        expect(screen.getByRole('heading', { level: 1 }).textContent).toContain('1 request open of 4')
        expect(screen.queryByRole('button', { name: 'Show earlier ones' })).toBeNull()
        await mark(1)
        came = [{ id: 1, done: true, why: '' }]
        // another one that is done with pushes the last of the first page off
        rows = [
            row(1, { state: 'APPROVED', version: 2 }),
            row(10, { state: 'STANDS' }),
            row(9, { state: 'STANDS' }),
        ]
        next = 9
        await userEvent.click(button('Approve 1 request'))
        await screen.findByText('being carried out')
        const text = screen.getAllByRole('row').map((each) => each.textContent ?? '')
        const done = text.slice(text.findIndex((each) => each.includes('done with')) + 1)
        expect(done.map((each) => /OCEA \d+/.exec(each)?.[0])).toEqual([
            'OCEA 10',
            'OCEA 9',
            'OCEA 4',
            'OCEA 3',
        ])
    })

    test('shows one that is on no page yet', async () => {
        const old = row(77, { state: 'STANDS', may: false })
        route.params = { view: 'requests', request: '77' }
        history.replaceState(null, '', '/?view=requests&request=77')
        older = old
        await show()
        expect(await margin().findByRole('heading', { name: 'Title of OCEA 77' })).toBeDefined()
    })

    test('shows the one that a link in mail was about, and keeps the secret out of the address', async () => {
        route.params = { view: 'requests', link: 's3cret' }
        history.replaceState(null, '', '/?view=requests&link=s3cret')
        await show()
        expect(await margin().findByRole('heading', { name: 'Title of OCEA 2' })).toBeDefined()
        expect(location.search).not.toContain('s3cret')
        expect(location.search).toContain('request=2')
    })
})

describe('deciding many at once', () => {
    test('takes only those that wait for this person, in the version that was seen', async () => {
        rows[1] = row(2, { version: 4 })
        await show()
        await mark(1)
        await mark(2)
        await mark(3)
        expect(margin().getByText(/2 of them wait for you/)).toBeDefined()
        await userEvent.click(button('Approve 2 requests'))
        await screen.findByText('2 approved.')
        expect(sent[0]?.body).toEqual({
            requests: [
                { id: 2, version: 4 },
                { id: 1, version: 1 },
            ],
            what: 'APPROVE',
            note: '',
        })
    })

    test('declines and asks back only with a reason', async () => {
        await show()
        await mark(1)
        expect(button('Decline').disabled).toBe(true)
        expect(button('Ask back').disabled).toBe(true)
        await userEvent.type(margin().getByLabelText('Why'), 'ask the chair')
        came = [{ id: 1, done: true, why: '' }]
        await userEvent.click(button('Ask back'))
        await screen.findByText('1 asked back.')
        expect(sent[0]?.body).toMatchObject({ what: 'ASK_BACK', note: 'ask the chair' })
    })

    test('says what did not go through and why, and keeps it marked', async () => {
        came = [
            { id: 1, done: true, why: '' },
            { id: 2, done: false, why: 'somebody else decided it' },
        ]
        await show()
        await mark(1)
        await mark(2)
        await userEvent.click(button('Approve 2 requests'))
        await screen.findByText('1 approved. 1 was not: somebody else decided it')
        const boxes = screen.getAllByRole<HTMLInputElement>('checkbox').filter((box) => box.checked)
        expect(boxes.map((box) => box.getAttribute('aria-label'))).toEqual(['Mark 2'])
    })

    test('has nothing to do where none of the marked ones waits', async () => {
        await show()
        await mark(3)
        expect(button(/^Approve 0/).disabled).toBe(true)
    })
})

describe('deciding one', () => {
    async function choose(id: number) {
        await userEvent.click(screen.getByText(`Title of OCEA ${id}`))
        await margin().findByRole('heading', { name: `Title of OCEA ${id}` })
    }

    test('approves it as it was asked for', async () => {
        await show()
        await choose(1)
        await userEvent.click(button('Approve'))
        await waitFor(() => expect(sent).toHaveLength(1))
        expect(sent[0]).toMatchObject({
            path: '/api/requests/1/decision',
            body: { version: 1, what: 'APPROVE', instead: null },
        })
    })

    test('approves it with another title', async () => {
        await show()
        await choose(1)
        await userEvent.click(button('With changes …'))
        const title = margin().getByLabelText('Title instead')
        await userEvent.clear(title)
        await userEvent.type(title, 'Tides')
        await userEvent.click(button('Approve it so'))
        await waitFor(() => expect(sent[0]?.body['instead']).toMatchObject({ title: 'Tides', kind: 'TITLE' }))
    })

    test('offers nothing to whoever may only read it', async () => {
        await show()
        await choose(3)
        expect(margin().queryByRole('button', { name: /Approve|Decline|Ask back|Take it back/ })).toBeNull()
    })

    test('whoever asked answers what was asked back, or takes it back', async () => {
        rows = [row(1, { state: 'BACK', may: false, own: true, reason: 'which one?' })]
        await show()
        await choose(1)
        expect(button('Answer').disabled).toBe(true)
        await userEvent.type(margin().getByLabelText('Your answer'), 'the second')
        await userEvent.click(button('Answer'))
        await waitFor(() => expect(sent[0]?.path).toBe('/api/requests/1/answer'))
        expect(sent[0]?.body).toMatchObject({ version: 1, wish: { note: 'the second' } })
        await userEvent.click(button('Take it back'))
        await waitFor(() => expect(sent[1]?.path).toBe('/api/requests/1/withdrawal?version=1'))
    })
})
