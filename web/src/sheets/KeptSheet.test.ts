import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { ADMINISTRATOR, AUDITOR } from '../frame/me.testing'
import { route } from '../frame/nav.svelte'
import { layOut } from '../parts/layout.testing'
import KeptSheet from './KeptSheet.svelte'

beforeAll(() => layOut(1200, 600))

type Result = Api['SheetResult']

function result(number: number, more: Partial<Result> = {}, row: Partial<Result['row']> = {}): Result {
    return {
        row: {
            number,
            outcome: 'NEW',
            kept: true,
            section: `own:${number}`,
            label: `CEED ${number}-001`,
            says: '',
            cells: [`CEED ${number}`, `Knots ${number}`, ''],
            ...row,
        },
        standing: 'TO_BUILD',
        shell: `s:own:${number}`,
        code: `ceed-${number}`,
        reason: '',
        ...more,
    }
}

let rows: Result[]
let sent: Sent[]

beforeEach(() => {
    rows = [
        result(1),
        result(2, { standing: 'FAILED', reason: 'the LMS has no such template' }),
        result(
            3,
            { standing: 'NONE', shell: '', code: '' },
            { outcome: 'WRONG', kept: false, label: '', says: '"soon" is no day' },
        ),
        result(4, { standing: 'STANDS' }),
    ]
    campus.me = ADMINISTRATOR
    campus.trouble = ''
    route.term = '27SP'
    route.params = {}
    history.replaceState(null, '', '/27SP/arrivals?view=sheet&kept=7')
    sent = serverThat((method, path) => {
        if (method === 'POST') return { id: 9 }
        if (path !== '/api/course-sheets/7') return undefined
        return {
            about: {
                id: 7,
                name: 'winter courses.csv',
                term: '27SP',
                keptBy: 'N. Abara',
                keptAt: '2026-12-01T12:00:00Z',
                note: 'as asked',
                rows: 3,
            },
            versions: '2.3.1',
            headings: ['course', 'title', 'room'],
            rows,
        }
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(KeptSheet, { id: 7 })
    await screen.findByRole('heading', { name: 'winter courses.csv' })
}

const grid = () => within(screen.getByRole('grid', { name: 'Rows' }))
const margin = () => within(screen.getByRole('complementary'))

describe('what came of each row', () => {
    test('stands in its line, with the reason where there is one', async () => {
        await show()
        const failed = grid().getByRole('row', { name: /ceed-2/ })
        expect(failed.textContent).toContain('■ failed')
        expect(failed.textContent).toContain('the LMS has no such template')
        const wrong = grid().getByRole('row', { name: /"soon" is no day/ })
        expect(wrong.textContent).toContain('not kept')
        expect(wrong.textContent).toContain('CEED 3 Knots 3')
        expect(within(wrong).queryByRole('link')).toBeNull()
        expect(screen.getByText(/3 rows of 4 kept for 27SP/)).toBeDefined()
    })

    test('a kind that is chosen leaves only its rows, and all come back', async () => {
        await show()
        await userEvent.click(screen.getByRole('button', { name: /1 failed/ }))
        expect(
            grid()
                .getAllByRole('link')
                .map((link) => link.textContent),
        ).toEqual(['ceed-2'])
        await userEvent.click(screen.getByRole('button', { name: /4 rows/ }))
        expect(grid().getAllByRole('link')).toHaveLength(3)
    })

    test('rows are found by what stands in their cells and by why they failed', async () => {
        await show()
        await userEvent.type(screen.getByLabelText('Find'), 'no such template')
        await waitFor(() =>
            expect(
                grid()
                    .getAllByRole('link')
                    .map((link) => link.textContent),
            ).toEqual(['ceed-2']),
        )
        await userEvent.clear(screen.getByLabelText('Find'))
        await userEvent.type(screen.getByLabelText('Find'), 'knots 4')
        await waitFor(() => expect(grid().getByRole('link').textContent).toBe('ceed-4'))
    })

    test('a chosen row shows its cells under their headings, empty ones left out', async () => {
        await show()
        await userEvent.click(grid().getByText('CEED 2-001'))
        expect(margin().getByRole('heading', { name: 'Row 2' })).toBeDefined()
        const told = margin()
            .getAllByRole('term')
            .map((term) => term.textContent)
        expect(told).toEqual(['course', 'title'])
        expect(
            margin()
                .getAllByRole('definition')
                .map((one) => one.textContent),
        ).toEqual(['CEED 2', 'Knots 2'])
    })

    test('a long sheet is drawn only where it is seen', async () => {
        rows = Array.from({ length: 4_999 }, (_, i) => result(i + 1))
        await show()
        expect(screen.getByRole('grid').getAttribute('aria-rowcount')).toBe('5000')
        expect(grid().getAllByRole('link').length).toBeLessThan(100)
    })
})

describe('building', () => {
    test('takes what is to build or failed, each shell once, at the versions that were seen', async () => {
        rows.push(result(5, { shell: 's:own:1' }))
        await show()
        await userEvent.click(screen.getByRole('button', { name: 'Build 2 shells' }))
        const build = sent.find((one) => one.path === '/api/terms/27SP/builds')
        expect(build?.body['versions']).toBe('2.3.1')
        expect(build?.body['keys']).toEqual(['s:own:1', 's:own:2'])
    })

    test('is offered to nobody who may not bring in lists', async () => {
        campus.me = AUDITOR
        await show()
        expect(screen.queryByRole('button', { name: /^Build/ })).toBeNull()
    })

    test('is not offered where nothing is left', async () => {
        rows = [result(4, { standing: 'STANDS' })]
        await show()
        expect(screen.queryByRole('button', { name: /^Build/ })).toBeNull()
    })
})
