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
import FirstDay from './FirstDay.svelte'

beforeAll(() => layOut(1200, 800))

function touched(key: string, department = 'Tides'): Api['FirstDayShell'] {
    return {
        key,
        code: `27sp-${key}`,
        title: `Title ${key}`,
        department,
        instructors: 'A. Lind',
        students: 20,
    }
}

let sheet: Api['FirstDaySheet']
let asked: string[]
let sent: Sent[]

beforeEach(() => {
    asked = []
    sheet = {
        versions: '3.2.1',
        zone: 'UTC',
        at: '2027-01-04T08:00:00Z',
        shells: 40,
        later: 2,
        clear: 37,
        causes: [
            { cause: 'NOT_OPEN', words: 'not open to students', shells: 2 },
            { cause: 'NAME_OFF', words: 'not named by the conventions', shells: 1 },
            { cause: 'NO_INSTRUCTOR', words: 'nobody teaches it', shells: 1 },
        ],
        touched: [touched('b10'), touched('b9', 'Music'), touched('c1')],
        rows: [
            { key: 'b10', cause: 'NOT_OPEN', detail: '2027-01-09T08:00:00Z' },
            { key: 'b9', cause: 'NOT_OPEN', detail: 'shut by hand' },
            { key: 'c1', cause: 'NAME_OFF', detail: 'Titel c1' },
            { key: 'c1', cause: 'NO_INSTRUCTOR', detail: '' },
        ],
    }
    standAt('/27SP/upkeep?view=day')
    sent = serverThat((method, path) => {
        if (path.endsWith('/mail')) return { shells: 1 }
        if (path.endsWith('/opening') || path.endsWith('/put-back')) return { build: 12 }
        if (method === 'GET' && path.includes('/upkeep/first-day')) {
            asked.push(path)
            return sheet
        }
        return undefined
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(FirstDay)
    await screen.findByRole('grid')
}

const margin = () => within(screen.getByRole('complementary'))
const rows = () => screen.getAllByRole('row').map((row) => row.textContent ?? '')
const cause = (words: string) => userEvent.click(margin().getByRole('button', { name: words }))

describe('what would embarrass', () => {
    test('stands by cause, within it by code as people count, a shell under each of its causes', async () => {
        await show()
        const text = rows().join('\n')
        expect(text.indexOf('27sp-b9')).toBeLessThan(text.indexOf('27sp-b10'))
        expect(rows().filter((row) => row.includes('27sp-c1'))).toHaveLength(2)
        expect(screen.getByRole('heading', { level: 1 }).textContent).toContain(
            '37 of 40 shells ready for students',
        )
        expect(margin().getByText(/2 shells begin later or are over/)).toBeDefined()
    })

    test('keys reach each cause of a shell that has two', async () => {
        await show()
        screen.getByRole('grid').focus()
        await userEvent.keyboard('{End}')
        expect(screen.getByRole('row', { selected: true }).textContent).toContain('27sp-c1')
        await userEvent.keyboard('{ArrowUp}')
        expect(screen.getByRole('row', { selected: true }).textContent).toContain('Titel c1')
        await userEvent.keyboard('{ArrowUp}')
        expect(screen.getByRole('row', { selected: true }).textContent).toContain('27sp-b10')
    })

    test('of another day is asked for', async () => {
        await show()
        const day = screen.getByLabelText<HTMLInputElement>('Day')
        day.value = '2027-01-11'
        day.dispatchEvent(new Event('change', { bubbles: true }))
        await waitFor(() => expect(asked.at(-1)).toContain('day=2027-01-11'))
        expect(route.params.day).toBe('2027-01-11')
    })

    test('nothing is said in words', async () => {
        sheet = { ...sheet, causes: [], touched: [], rows: [] }
        render(FirstDay)
        expect(await screen.findByText(/every shell is open, taught, filled and named/)).toBeDefined()
        expect(screen.queryByRole('grid')).toBeNull()
    })
})

describe('one remedy for each cause', () => {
    test('shells that are not open are opened by that day, only those that are shown', async () => {
        await show()
        await userEvent.type(screen.getByLabelText('Find'), 'title b9')
        await cause('not open to students')
        await userEvent.click(margin().getByRole('button', { name: 'Open 1 shell' }))
        await waitFor(() => expect(route.params.id).toBe('12'))
        expect(sent[0]?.path).toBe('/api/terms/27SP/upkeep/opening')
        expect(sent[0]?.body).toMatchObject({ versions: '3.2.1', keys: ['b9'], open: true, by: '2027-01-04' })
    })

    test('names are put back by a build', async () => {
        await show()
        await cause('not named by the conventions')
        await userEvent.click(margin().getByRole('button', { name: 'Rename 1 shell' }))
        await waitFor(() => expect(sent[0]?.path).toBe('/api/terms/27SP/upkeep/drift/put-back'))
        expect(sent[0]?.body['keys']).toEqual(['c1'])
    })

    test('what only a department can mend has no button, but its list can be sent', async () => {
        await show()
        await cause('nobody teaches it')
        expect(margin().getByText(/Send the department its list/)).toBeDefined()
        expect(margin().queryByRole('button', { name: /shell$/ })).toBeNull()
        await userEvent.selectOptions(screen.getByLabelText('Department'), 'Music')
        const mail = () => margin().getByRole<HTMLButtonElement>('button', { name: 'Mail 1 line' })
        expect(mail().disabled).toBe(true)
        await userEvent.type(margin().getByLabelText('To'), 'music@skerrow.example')
        await userEvent.click(mail())
        await screen.findByText('1 line on their way to music@skerrow.example')
        expect(sent[0]?.body).toEqual({
            day: '2027-01-04',
            department: 'Music',
            to: 'music@skerrow.example',
        })
    })

    test('none is offered to whoever only reads', async () => {
        campus.me = AUDITOR
        await show()
        await cause('not open to students')
        expect(margin().getByText(/Opened by that day/)).toBeDefined()
        expect(margin().queryByRole('button', { name: /^Open/ })).toBeNull()
    })
})
