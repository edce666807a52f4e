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
import Drifts from './Drifts.svelte'

beforeAll(() => {
    layOut(1200, 600)
    HTMLDialogElement.prototype.showModal = vi.fn()
})

function changed(key: string, more: Partial<Api['DriftRow']> = {}): Api['DriftRow'] {
    return {
        key,
        code: `27sp-${key}`,
        title: `Title ${key}`,
        department: 'Tides',
        kind: 'RENAMED',
        field: 'title',
        fieldName: 'title',
        built: `Title ${key}`,
        held: `Another ${key}`,
        wanted: `Title ${key}`,
        build: 4,
        times: 1,
        since: '2027-01-05T08:00:00Z',
        stop: '',
        ...more,
    }
}

let sheet: Api['DriftSheet']
let sent: Sent[]

beforeEach(() => {
    sheet = {
        versions: '3.2.1',
        zone: 'UTC',
        seenAt: '2027-01-05T08:00:00Z',
        built: 40,
        kinds: [
            { kind: 'RENAMED', words: 'renamed', shells: 2 },
            { kind: 'DELETED', words: 'deleted', shells: 1 },
            { kind: 'OPENED', words: 'opened', shells: 0 },
        ],
        rows: [
            changed('b', { times: 3 }),
            changed('a', { department: 'Music' }),
            changed('z', {
                kind: 'DELETED',
                field: 'shell',
                fieldName: 'the shell',
                held: '',
                wanted: 'Title z',
            }),
        ],
    }
    standAt('/27SP/upkeep')
    sent = serverThat((method, path) => {
        if (path.endsWith('/upkeep/drift')) return sheet
        if (path.endsWith('/keeping'))
            return {
                kept: 1,
                shells: 1,
                version: 0,
                not: [{ key: 'z', code: '27sp-z', fieldName: 'the shell', reason: 'it is gone' }],
            }
        if (path.endsWith('/kept')) return { kept: 1, shells: 1, version: 3, not: [] }
        if (path.endsWith('/put-back')) return { build: 8 }
        return method === 'GET' ? undefined : {}
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(Drifts)
    await screen.findByRole('grid')
}

const margin = () => within(screen.getByRole('complementary'))
const codes = () =>
    screen.getAllByRole('row').flatMap((row) => [/27sp-\w/.exec(row.textContent ?? '')?.[0] ?? []].flat())
const mark = (id: string) => userEvent.click(screen.getByRole('checkbox', { name: `Mark ${id}` }))

describe('what drifted', () => {
    test('stands by kind and code, with how often it came', async () => {
        await show()
        expect(screen.getByRole('heading', { level: 1 }).textContent).toContain(
            '3 shells of 40 changed by hand',
        )
        expect(codes()).toEqual(['27sp-a', '27sp-b', '27sp-z'])
        expect(screen.getByRole('row', { name: /27sp-b/ }).textContent).toContain('▲ 3 times')
        expect(screen.getByRole('row', { name: /27sp-z/ }).textContent).toContain('gone')
    })

    test('is found by words, by kind and by department', async () => {
        await show()
        await userEvent.type(screen.getByLabelText('Find'), 'title z')
        await waitFor(() => expect(codes()).toEqual(['27sp-z']))
        await userEvent.clear(screen.getByLabelText('Find'))
        await userEvent.selectOptions(screen.getByLabelText('Department'), 'Music')
        await waitFor(() => expect(codes()).toEqual(['27sp-a']))
        await userEvent.selectOptions(screen.getByLabelText('Department'), '')
        await userEvent.selectOptions(screen.getByLabelText('Kind'), 'RENAMED')
        await waitFor(() => expect(codes()).toEqual(['27sp-a', '27sp-b']))
    })

    test('one that is chosen says what it was and is, and leads to its row in the proof', async () => {
        await show()
        await userEvent.click(screen.getByText('27sp-b'))
        const told = margin()
            .getAllByRole('definition')
            .map((one) => one.textContent)
        expect(told.slice(0, 3)).toEqual(['title', 'Title b', 'Another b'])
        const link = margin().getByRole('link', { name: 'Its row in the proof' })
        expect(link.getAttribute('href')).toBe('/27SP/proof?key=b')
    })

    test('nothing of it is said plainly', async () => {
        sheet = { ...sheet, kinds: [], rows: [] }
        render(Drifts)
        await screen.findByText('All 40 shells stand as built')
        expect(screen.queryByRole('grid')).toBeNull()
    })
})

describe('keeping theirs', () => {
    test('wants a reason, and says first what it would do', async () => {
        await show()
        await mark('b title')
        expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Keep/ }).disabled).toBe(true)
        await userEvent.click(screen.getByRole('button', { name: 'What would that do?' }))
        await margin().findByText('✓ 1 change')
        expect(margin().getByRole('listitem').textContent).toContain('27sp-z the shell: it is gone')
        await userEvent.type(screen.getByLabelText('Why'), 'the dean asked')
        await userEvent.click(screen.getByRole('button', { name: 'Keep 1 change as theirs' }))
        await screen.findByText(/1 change of 1 shell kept, by version 3/)
        expect(sent.find((one) => one.path.endsWith('/kept'))?.body).toEqual({
            versions: '3.2.1',
            chosen: [{ key: 'b', field: 'title' }],
            reason: 'the dean asked',
        })
        expect(screen.getByRole<HTMLInputElement>('checkbox', { name: 'Mark b title' }).checked).toBe(false)
    })

    test('is for nobody who only reads', async () => {
        campus.me = AUDITOR
        await show()
        await mark('b title')
        expect(margin().getByRole('heading').textContent).toBe('1 change of 1 shell marked')
        expect(screen.queryByRole('button', { name: /^Keep|^Put|^Look|^Compare/ })).toBeNull()
    })
})

describe('putting back', () => {
    test('begins a build of the shells that are marked, and goes to it', async () => {
        await show()
        await mark('a title')
        await mark('b title')
        await userEvent.click(screen.getByRole('button', { name: 'Put 2 shells back' }))
        await waitFor(() => expect(route.station).toBe('build'))
        expect(route.params.id).toBe('8')
        expect(sent.find((one) => one.path.endsWith('/put-back'))?.body).toEqual({
            versions: '3.2.1',
            keys: ['a', 'b'],
            closes: 0,
        })
    })

    test('of a deleted shell asks first, since what was in it is lost', async () => {
        await show()
        await mark('z shell')
        expect(margin().getByText(/1 deleted shell would be made anew/)).toBeDefined()
        await userEvent.click(screen.getByRole('button', { name: 'Put 1 shell back' }))
        expect(sent).toEqual([])
        expect(screen.getByText('Put 1 shell back?')).toBeDefined()
    })

    test('says how many it would close, and what a stop keeps it from', async () => {
        sheet.rows = [
            changed('c', { kind: 'OPENED', field: 'closed', fieldName: 'closed', wanted: '' }),
            changed('d', { stop: 'code-taken' }),
        ]
        await show()
        await mark('c closed')
        await mark('d title')
        expect(margin().getByText(/■ 1 change cannot be put back/)).toBeDefined()
        await userEvent.click(screen.getByRole('button', { name: 'Put 2 shells back' }))
        expect(screen.getByText('Put 2 shells back, which closes 1 shell?')).toBeDefined()
        const [, sure] = screen.getAllByRole('button', { name: 'Put 2 shells back', hidden: true })
        await userEvent.click(sure as HTMLElement)
        await waitFor(() => expect(sent).toHaveLength(1))
        expect(sent[0]?.body['closes']).toBe(1)
    })

    test('nothing that is all stopped can be put back', async () => {
        sheet.rows = [changed('d', { stop: 'code-taken' })]
        await show()
        await mark('d title')
        expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Put 1 shell back' }).disabled).toBe(
            true,
        )
    })
})
