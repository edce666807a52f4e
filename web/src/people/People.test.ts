import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { ADMINISTRATOR, AUDITOR } from '../frame/me.testing'
import { standAt } from '../frame/place.testing'
import { layOut } from '../parts/layout.testing'
import People from './People.svelte'

beforeAll(() => layOut(1200, 600))

function person(login: string, more: Partial<Api['PeoplePerson']> = {}): Api['PeoplePerson'] {
    return {
        login,
        name: `Person ${login}`,
        email: `${login}@skerrow.example`,
        roles: ['INSTRUCTOR'],
        departments: [],
        person: '',
        fromList: true,
        hasPassword: true,
        disabled: false,
        mustChange: false,
        ...more,
    }
}

let people: Api['PeoplePerson'][]
let sent: Sent[]

beforeEach(() => {
    people = [
        person('abara', { name: 'N. Abara', roles: ['ADMINISTRATOR'], fromList: false }),
        person('sorley', { roles: ['SCHEDULER', 'INSTRUCTOR'], departments: ['OCEA'] }),
        person('gone', { disabled: true }),
        person('t1', { mustChange: true }),
    ]
    standAt('/?view=people', { ...ADMINISTRATOR, rights: [...ADMINISTRATOR.rights, 'READ_PEOPLE'] })
    sent = serverThat((method, path) => {
        if (method === 'GET' && path === '/api/people') return people
        if (path === '/api/arrivals/departments')
            return [
                { code: 'OCEA', name: 'Oceanography' },
                { code: 'HIST', name: 'History' },
            ]
        if (method === 'POST' && (path === '/api/people' || path.endsWith('/password')))
            return { login: 'newcomer', password: 'four-plain-words' }
        return undefined
    })
})
afterEach(() => vi.unstubAllGlobals())

async function show() {
    render(People)
    await screen.findByText('Person sorley')
    await waitFor(() => expect(screen.getByText('Oceanography')).toBeDefined())
}

async function choose(name: string) {
    await userEvent.click(screen.getByText(name))
    await margin().findByRole('heading', { name })
}

const margin = () => within(screen.getByRole('complementary'))

describe('people who sign in', () => {
    test('stand by their first role, those kept out before all', async () => {
        await show()
        const rows = screen.getAllByRole('row').map((row) => row.textContent ?? '')
        const at = (text: string) => rows.findIndex((row) => row.includes(text))
        expect(at('kept out')).toBeLessThan(at('Person gone'))
        expect(at('Person gone')).toBeLessThan(at('administrators'))
        expect(at('N. Abara')).toBeLessThan(at('Person sorley'))
        expect(rows.filter((row) => row.includes('Person gone'))).toHaveLength(1)
        expect(rows[at('Person sorley')]).toContain('scheduler, instructor')
        expect(rows[at('Person t1')]).toContain('has a first password')
    })

    test('are found by their departments as by their names', async () => {
        await show()
        await userEvent.type(screen.getByLabelText('Find'), 'oceanography')
        await waitFor(() => expect(screen.queryByText('Person t1')).toBeNull())
        expect(screen.getByText('Person sorley')).toBeDefined()
    })
})

describe('a change', () => {
    test('of roles is sent whole; departments only of a scheduler', async () => {
        await show()
        await choose('Person sorley')
        await userEvent.click(margin().getByLabelText(/History/))
        await userEvent.click(margin().getByRole('button', { name: 'Keep it so' }))
        await waitFor(() => expect(sent).toHaveLength(1))
        expect(sent[0]).toEqual({
            method: 'PUT',
            path: '/api/people/sorley',
            body: {
                name: 'Person sorley',
                email: 'sorley@skerrow.example',
                roles: ['SCHEDULER', 'INSTRUCTOR'],
                departments: ['OCEA', 'HIST'],
                person: null,
            },
        })
        await userEvent.click(margin().getByLabelText(/^scheduler/))
        await userEvent.click(margin().getByRole('button', { name: 'Keep it so' }))
        await waitFor(() => expect(sent).toHaveLength(2))
        expect(sent[1]?.body).toMatchObject({ roles: ['INSTRUCTOR'], departments: [] })
    })

    test('keeps somebody out and lets them in again', async () => {
        await show()
        await choose('Person t1')
        await userEvent.click(margin().getByRole('button', { name: 'Keep out' }))
        await screen.findByText('Kept out; all that this person did stays.')
        await choose('Person gone')
        await userEvent.click(margin().getByRole('button', { name: 'Let in again' }))
        await waitFor(() =>
            expect(sent.map((one) => one.path)).toEqual([
                '/api/people/t1/disabled?disabled=true',
                '/api/people/gone/disabled?disabled=false',
            ]),
        )
    })

    test('nobody keeps out themselves', async () => {
        await show()
        await choose('N. Abara')
        expect(margin().queryByRole('button', { name: 'Keep out' })).toBeNull()
    })

    test('adds somebody, and tells the first password once', async () => {
        await show()
        await userEvent.click(screen.getByRole('button', { name: 'Add somebody …' }))
        await userEvent.type(margin().getByLabelText('Signs in as'), 'newcomer')
        await userEvent.type(margin().getByLabelText('Name'), 'A Newcomer')
        people = [...people, person('newcomer', { name: 'A Newcomer' })]
        await userEvent.click(margin().getByRole('button', { name: 'Add' }))
        expect(await margin().findByText('four-plain-words')).toBeDefined()
        await userEvent.click(screen.getByText('Person t1'))
        await waitFor(() => expect(screen.queryByText('four-plain-words')).toBeNull())
    })

    test('is for nobody who only reads', async () => {
        campus.me = AUDITOR
        await show()
        await choose('Person t1')
        expect(margin().getByRole<HTMLButtonElement>('button', { name: 'Keep it so' }).disabled).toBe(true)
        expect(screen.queryByRole('button', { name: /^Add|^Keep out|^New first/ })).toBeNull()
    })
})
