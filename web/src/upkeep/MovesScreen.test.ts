import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { ADMINISTRATOR, AUDITOR } from '../frame/me.testing'
import { route } from '../frame/nav.svelte'
import { standAt } from '../frame/place.testing'
import { layOut } from '../parts/layout.testing'
import Moves from './Moves.svelte'

beforeAll(() => layOut(1200, 800))

const SHEET: Api['MoveSheet'] = {
    versions: '3.2.1',
    version: 2,
    moves: [
        {
            index: 0,
            what: 'course OCEA 300',
            to: 'GEOL',
            toName: 'Geology',
            college: null,
            since: '27SP',
            sections: 4,
        },
    ],
    departments: [
        { code: 'SCI', name: 'Science', collegeCode: '', collegeName: '', college: true, sections: 0 },
        {
            code: 'OCEA',
            name: 'Oceanography',
            collegeCode: 'SCI',
            collegeName: 'Science',
            college: false,
            sections: 9,
        },
        {
            code: 'GEOL',
            name: 'Geology',
            collegeCode: 'SCI',
            collegeName: 'Science',
            college: false,
            sections: 3,
        },
    ],
    courses: [
        { code: 'OCEA 110', title: 'Tides', department: 'OCEA', departmentName: 'Oceanography', sections: 2 },
        {
            code: 'OCEA 120',
            title: 'Currents',
            department: 'OCEA',
            departmentName: 'Oceanography',
            sections: 1,
        },
        { code: 'GEOL 101', title: 'Rocks', department: 'GEOL', departmentName: 'Geology', sections: 3 },
    ],
    terms: ['27SP', '27FA'],
}

function effect(more: Partial<Api['MoveEffect']> = {}): Api['MoveEffect'] {
    return {
        shells: 3,
        standing: 2,
        before: 6,
        after: 6,
        categories: [
            { path: 'Science / Oceanography', before: 3, after: 0 },
            { path: 'Science / Geology', before: 3, after: 6 },
        ],
        fields: [{ field: 'category', name: 'category', shells: 3 }],
        samples: [],
        unmatched: [],
        keys: ['c:1', 'c:2'],
        ...more,
    }
}

function category(path: string, more: Partial<Api['MoveCategory']> = {}): Api['MoveCategory'] {
    return { path, shells: 0, below: 0, wanted: 0, locked: false, hidden: false, ...more }
}

let categories: Api['MoveCategory'][]
let effects: (() => Promise<Api['MoveEffect']>)[]
let sent: Sent[]

beforeEach(() => {
    categories = []
    effects = []
    standAt('/27SP/upkeep?view=moves', { ...ADMINISTRATOR, rights: [...ADMINISTRATOR.rights, 'READ_CAMPUS'] })
    const answers = serverThat((_, path, body) => {
        if (path.endsWith('/upkeep/moves')) return SHEET
        if (path.endsWith('/upkeep/categories')) return categories
        if (path.endsWith('/categories/removal'))
            return (body['paths'] as string[]).map((one) => ({ path: one, done: true, reason: '' }))
        if (path.endsWith('/categories/return'))
            return (body['paths'] as string[]).map((one) => ({
                path: one,
                done: false,
                reason: 'it is taken',
            }))
        if (path.endsWith('/terms/27SP/proof')) return { versions: '3.3.1' }
        if (path.endsWith('/terms/27SP/builds')) return { id: 12 }
        return undefined
    })
    sent = answers
    const usual = fetch
    vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
        const answered = await usual(path, init)
        if (!path.endsWith('/moves/effect')) return answered
        const next = effects.shift() ?? (() => Promise.resolve(effect()))
        return new Response(JSON.stringify(await next()), { status: 200 })
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(Moves)
    await screen.findByText('Tides')
}

const margin = () => within(screen.getByRole('complementary'))
const mark = (id: string) => userEvent.click(screen.getByRole('checkbox', { name: `Mark ${id}` }))
const to = () => margin().getByLabelText('Department')
const move = (name: string) => margin().findByRole<HTMLButtonElement>('button', { name })

describe('courses put elsewhere', () => {
    test('show what that does before it is kept, and what waits to be built after', async () => {
        await show()
        await mark('OCEA 110')
        await mark('OCEA 120')
        await userEvent.type(to(), 'GEOL')
        await move('Move 2 courses')
        expect(margin().getByText('3 shells would change')).toBeDefined()
        expect(margin().getByRole('row', { name: /Oceanography 3 ▲ 0/ })).toBeDefined()
        await waitFor(async () => expect((await move('Move 2 courses')).disabled).toBe(false))
        await userEvent.click(await move('Move 2 courses'))
        await screen.findByText('2 courses moved; 2 shells wait to be built')
        const kept = sent.find((one) => one.path === '/api/conventions/versions')
        expect(kept?.body).toMatchObject({
            note: '2 courses to GEOL',
            change: {
                basedOn: 2,
                moves: {
                    add: [{ condition: 'course', values: ['OCEA 110', 'OCEA 120'], to: 'GEOL', name: null }],
                    takeOut: [],
                },
            },
        })
        await userEvent.click(margin().getByRole('button', { name: 'Build 2 shells' }))
        await waitFor(() => expect(route.station).toBe('build'))
        expect(sent.find((one) => one.path.endsWith('/builds'))?.body).toMatchObject({
            versions: '3.3.1',
            keys: ['c:1', 'c:2'],
            closes: 0,
        })
    })

    test('are not moved while what is shown is of something else than what is said', async () => {
        await show()
        await mark('OCEA 110')
        let answer: (of: Api['MoveEffect']) => void = () => undefined
        effects = [
            () => Promise.resolve(effect({ shells: 1 })),
            () => new Promise<Api['MoveEffect']>((resolve) => (answer = resolve)),
        ]
        await userEvent.type(to(), 'G')
        await waitFor(async () => expect((await move('Move 1 course')).disabled).toBe(false))
        await userEvent.type(to(), 'E')
        await waitFor(async () => expect((await move('Move 1 course')).disabled).toBe(true))
        answer(effect({ shells: 7 }))
        await margin().findByText('7 shells would change')
        expect((await move('Move 1 course')).disabled).toBe(false)
    })

    test('are not moved where nothing would change or a code means nothing', async () => {
        await show()
        await mark('OCEA 110')
        effects = [
            () => Promise.resolve(effect({ shells: 0, unmatched: ['No course OCEA 999 is on the list.'] })),
        ]
        await userEvent.type(to(), 'G')
        await margin().findByText(/No course OCEA 999/)
        expect((await move('Move 1 course')).disabled).toBe(true)
    })

    test('are marked by pasted codes in any case; what is none of them is told', async () => {
        await show()
        const paste = margin().getByLabelText(/Paste codes/)
        await userEvent.type(paste, 'ocea  110\nGEOL 101, XXXX 9')
        await userEvent.tab()
        await screen.findByText('2 courses chosen')
        expect(margin().getByText(/1 code not of this term: XXXX 9/)).toBeDefined()
    })

    test('to a department that is new say so', async () => {
        await show()
        await mark('OCEA 110')
        await userEvent.type(to(), 'NEW')
        expect(await margin().findByText(/not on the list yet; give it a name/)).toBeDefined()
    })

    test('and moves in force are only looked at by whoever may not change them', async () => {
        campus.me = AUDITOR
        await show()
        expect(screen.queryByRole('checkbox', { name: 'Mark OCEA 110' })).toBeNull()
        expect(margin().getByText('course OCEA 300')).toBeDefined()
        expect(margin().queryByRole('button', { name: 'Take it out' })).toBeNull()
    })
})

describe('empty categories', () => {
    test('are removed all at once, those not shown as well, and can be made again', async () => {
        categories = [
            ...Array.from({ length: 33 }, (_, i) => category(`Old / ${i}`)),
            category('Templates', { hidden: true }),
            category('Science', { below: 4 }),
        ]
        await show()
        expect(await margin().findByText('and 3 more')).toBeDefined()
        expect(margin().queryByText('Templates')).toBeNull()
        await userEvent.click(margin().getByRole('button', { name: 'Remove 33 categories' }))
        await screen.findByText('33 categories removed')
        const removed = sent.find((one) => one.path.endsWith('/removal'))?.body['paths'] as string[]
        expect(removed).toHaveLength(33)
        await userEvent.click(margin().getByRole('button', { name: 'Make 33 categories again' }))
        expect(await screen.findByText('Old / 0: it is taken')).toBeDefined()
    })
})
