import { render, screen, waitFor } from '@testing-library/svelte'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { refusal, serverThat } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { AUDITOR } from '../frame/me.testing'
import { route } from '../frame/nav.svelte'
import { standAt } from '../frame/place.testing'
import { arrival, type Arrival } from './arrival.testing'
import Arrivals from './Arrivals.svelte'

/** What each look finds, one after another; the last stays. */
let looks: (Arrival[] | Response)[]
let looked: number
let older: Record<string, Arrival>

beforeEach(() => {
    looks = [[arrival(9, 'KEPT', { inUse: true }), arrival(8, 'KEPT')]]
    looked = 0
    older = { 2: arrival(2, 'REFUSED', { faultCount: 3 }) }
    standAt('/27SP/arrivals', AUDITOR)
    serverThat((_, path) => {
        const url = new URL(path, 'http://here')
        if (url.pathname === '/api/arrivals') {
            looked++
            return looks.length > 1 ? looks.shift() : looks[0]
        }
        const one = /^\/api\/arrivals\/(\d+)$/.exec(url.pathname)?.[1]
        if (one) return older[one] ?? refusal(404, 'There is no such arrival.')
        if (url.pathname.endsWith('/own-sections')) return { offers: [], sections: [] }
        if (url.pathname.endsWith('/by-itself')) return { kinds: [], most: 50 }
        return /departments|changes|nights|sources|left-out|effect$/.test(path) ? [] : undefined
    })
})
afterEach(() => {
    vi.unstubAllGlobals()
})

const heading = (name: string | RegExp) => screen.findByRole('heading', { level: 1, name })

test('the latest is shown, and which one is in use', async () => {
    render(Arrivals)
    await heading('What list-9.zip brought')
    expect(screen.getByRole('link', { name: 'list-9.zip' }).getAttribute('aria-current')).toBe('true')
    expect(screen.getByText('in use')).toBeDefined()
})

test('before anything came in it says what can', async () => {
    looks = [[]]
    render(Arrivals)
    await heading('Nothing has come in yet')
})

describe('a list by its address', () => {
    test('is shown though it is not among the latest', async () => {
        standAt('/27SP/arrivals?id=2', AUDITOR)
        render(Arrivals)
        await heading('list-2.zip was refused')
    })

    test('that is not there says so, and the latest is shown', async () => {
        standAt('/27SP/arrivals?id=77', AUDITOR)
        render(Arrivals)
        await heading('What list-9.zip brought')
        expect(campus.trouble).toBe('There is no such arrival.')
    })

    test('that is no number is as none', async () => {
        standAt('/27SP/arrivals?id=x', AUDITOR)
        render(Arrivals)
        await heading('What list-9.zip brought')
        expect(campus.trouble).toBe('')
    })
})

test('one that is the same as an old one leads to that', async () => {
    looks = [[arrival(9, 'SAME', { sameAs: 2 })]]
    render(Arrivals)
    await heading('list-9.zip is the same as the one before')
    expect(await screen.findByText(/with the same faults/)).toBeDefined()
    ;(await screen.findByRole('link', { name: 'Look at it' })).click()
    await heading('list-2.zip was refused')
    expect(route.params.id).toBe('2')
})

test('one that is read is looked at until it is there, whatever gets lost meanwhile', async () => {
    looks = [
        [arrival(9, 'READING')],
        refusal(503, 'Chalk Line has lost touch with its database.'),
        [arrival(9, 'READING')],
    ]
    render(Arrivals)
    await heading('Reading list-9.zip …')
    campus.trouble = 'The registrar does not answer.'
    await waitFor(() => expect(looked).toBeGreaterThan(3))
    expect(campus.trouble, 'what is not read yet stays').toBe('The registrar does not answer.')
    looks = [[arrival(9, 'KEPT', { inUse: true })]]
    await screen.findByRole('heading', { name: 'What list-9.zip brought' })
})
