import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { ADMINISTRATOR } from '../frame/me.testing'
import { route } from '../frame/nav.svelte'
import { standAt } from '../frame/place.testing'
import Order from './Order.svelte'

beforeAll(() => {
    HTMLDialogElement.prototype.showModal = function () {
        this.open = true
    }
})

const COST: Api['BuildCost'] = {
    shells: 12,
    steps: 40,
    calls: 9,
    seconds: 65,
    notices: ['12 shells appear'],
}

let sent: Sent[]

beforeEach(() => {
    standAt('/27SP/proof', ADMINISTRATOR, 'Europe/London')
    sent = serverThat((_, path) => (path.endsWith('/builds/cost') ? COST : undefined))
})
afterEach(() => vi.unstubAllGlobals())

function rows(action: string, n: number, more = { open: false, work: false }) {
    return Array.from({ length: n }, (_, i) => ({ key: `${action}-${i}`, action, ...more }))
}

function show(carried: ReturnType<typeof rows>, marked = false) {
    render(Order, { term: '27SP', versions: '1.1.1', carried, marked, disabled: false })
}

const built = () => sent.filter((one) => one.path === '/api/terms/27SP/builds')
const main = (name: string) => screen.getByRole<HTMLButtonElement>('button', { name })
const ways = () => within(screen.getByRole('dialog'))

async function otherwise() {
    await userEvent.click(await screen.findByRole('button', { name: 'Otherwise …' }))
}

describe('the button that builds', () => {
    test('says what it does and what it costs, and begins at once', async () => {
        show(rows('build', 12))
        expect(await screen.findByText('9 calls, about 65 s')).toBeDefined()
        await userEvent.click(main('Build 12'))
        await waitFor(() => expect(built()).toHaveLength(1))
        expect(built()[0]?.body).toEqual({ versions: '1.1.1', keys: [], closes: 0, trial: 0, at: null })
        expect(route.station).toBe('build')
    })

    test('names the marked ones only where some are marked', async () => {
        show(rows('build', 2), true)
        await userEvent.click(main('Build 2, marked'))
        await waitFor(() => expect(built()[0]?.body['keys']).toEqual(['build-0', 'build-1']))
    })

    test('has nothing to do for what is kept or stopped', () => {
        show([...rows('keep', 3), ...rows('stop', 1)])
        expect(main('Nothing to build').disabled).toBe(true)
        expect(screen.queryByRole('button', { name: 'Otherwise …' })).toBeNull()
    })

    test('asks before it closes shells, with how many are open and have work; leaving it starts nothing', async () => {
        show([
            ...rows('close', 3, { open: true, work: false }),
            ...rows('close', 1, { open: false, work: true }),
        ])
        await userEvent.click(main('Close 4'))
        const box = within(screen.getByRole('dialog'))
        expect(
            box.getByText('This closes 4 shells, 3 of them open to students now, 1 with student work.'),
        ).toBeDefined()
        expect(built()).toHaveLength(0)
        await userEvent.click(box.getByRole('button', { name: 'Close 4' }))
        await waitFor(() => expect(built()[0]?.body['closes']).toBe(4))
    })
})

describe('other ways to start', () => {
    test('five first, then it pauses', async () => {
        show(rows('build', 12))
        await otherwise()
        expect(ways().getByText('12 shells appear')).toBeDefined()
        await userEvent.click(ways().getByRole('checkbox', { name: /5 shells first/ }))
        await userEvent.click(ways().getByRole('button', { name: 'Try 5 of 12' }))
        await waitFor(() => expect(built()[0]?.body).toMatchObject({ trial: 5, at: null }))
    })

    test('later, by the clocks of the campus', async () => {
        show(rows('build', 12))
        await otherwise()
        const at = ways().getByLabelText<HTMLInputElement>(/Begin at/)
        // in July the campus's clocks are an hour ahead of UTC
        at.value = '2027-07-05T22:30'
        at.dispatchEvent(new Event('input', { bubbles: true }))
        await userEvent.click(await ways().findByRole('button', { name: 'Build 12, later' }))
        await waitFor(() => expect(built()[0]?.body['at']).toBe('2027-07-05T21:30:00Z'))
    })

    test('a time that was left does not put off what the button starts at once', async () => {
        show(rows('build', 12))
        await otherwise()
        const at = ways().getByLabelText<HTMLInputElement>(/Begin at/)
        at.value = '2027-07-05T22:30'
        at.dispatchEvent(new Event('input', { bubbles: true }))
        screen.getByRole('dialog').dispatchEvent(new Event('close'))
        await waitFor(() => expect(screen.queryByRole('dialog')).toBeNull())
        await userEvent.click(main('Build 12'))
        await waitFor(() => expect(built()[0]?.body['at']).toBeNull())
    })
})
