import { render, screen, waitFor, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { AUDITOR } from '../frame/me.testing'
import { standAt } from '../frame/place.testing'
import { layOut } from '../parts/layout.testing'
import Sample from './Sample.svelte'

beforeAll(() => layOut(1200, 800))

function drawn(n: number, more: Partial<Api['SampleRow']> = {}): Api['SampleRow'] {
    return {
        key: `s:${n}`,
        code: `27sp-ocea-${n}`,
        title: `Tides ${n}`,
        category: 'Sea',
        opens: '2026-12-28T08:00:00Z',
        instructors: 'A. Lind',
        students: 20,
        part: 'Oceanography',
        sound: null,
        found: '',
        by: null,
        ...more,
    }
}

function sampleOf(rows: Api['SampleRow'][]): Api['Sample'] {
    return {
        id: 3,
        what: 'TO_BUILD',
        of: 1200,
        share: 0.05,
        confidence: 0.95,
        seed: 4711,
        by: 'N. Abara',
        at: '2027-01-05T08:00:00Z',
        looked: 0,
        faulty: 0,
        says: 'nothing looked at yet',
        rows,
    }
}

let sample: Api['Sample'] | null
let asked: URLSearchParams[]
let size: number
let sent: Sent[]

beforeEach(() => {
    sample = sampleOf([drawn(1), drawn(2, { sound: false, found: 'no picture', by: 'Q.' }), drawn(3)])
    asked = []
    size = 58
    standAt('/27SP/upkeep?view=sample')
    sent = serverThat((method, path, body) => {
        const url = new URL(path, 'http://here')
        if (url.pathname.endsWith('/samples/sizes')) {
            asked.push(url.searchParams)
            return [{ of: 'TO_BUILD', shells: 1200, faulty: 60, size }]
        }
        if (method === 'PUT' && sample) {
            const rows = sample.rows.map((one) =>
                one.key === body['key']
                    ? {
                          ...one,
                          sound: body['sound'] as boolean | null,
                          found: String(body['found']),
                          by: 'N. Abara',
                      }
                    : one,
            )
            return (sample = { ...sample, rows })
        }
        if (method === 'POST') return (sample = sampleOf([drawn(8), drawn(9)]))
        return url.pathname.endsWith('/samples') ? (sample ? [sample] : []) : undefined
    })
})
afterEach(() => vi.unstubAllGlobals())

const margin = () => within(screen.getByRole('complementary'))
const button = (name: string | RegExp) => margin().getByRole<HTMLButtonElement>('button', { name })
const field = (name: RegExp) => margin().getByLabelText<HTMLInputElement>(name)

async function show() {
    render(Sample)
    await margin().findByRole('button', { name: /^Draw 58/ })
}

async function type(into: HTMLInputElement, text: string) {
    await userEvent.clear(into)
    if (text) await userEvent.type(into, text)
}

describe('shells that were drawn', () => {
    test('are ticked off one after another, to the next that nobody looked at', async () => {
        await show()
        await userEvent.click(screen.getByText('Tides 1'))
        await userEvent.click(button('Sound'))
        await waitFor(() => expect(sent[0]?.body).toEqual({ key: 's:1', sound: true, found: '' }))
        expect(await margin().findByRole('heading', { name: '27sp-ocea-3' })).toBeDefined()
        await userEvent.type(field(/What is wrong/), 'wrong term')
        await userEvent.click(button('Faulty'))
        await waitFor(() => expect(sent[1]?.body).toEqual({ key: 's:3', sound: false, found: 'wrong term' }))
    })

    test('show what was found in each, and can be looked at anew', async () => {
        await show()
        await userEvent.click(screen.getByText('Tides 2'))
        expect(field(/What is wrong/).value).toBe('no picture')
        expect(margin().getByText('Looked at by Q..')).toBeDefined()
        await userEvent.click(button('Not looked at'))
        await waitFor(() => expect(sent[0]?.body).toEqual({ key: 's:2', sound: null, found: '' }))
    })

    test('are ticked by a key, but not while something is typed', async () => {
        await show()
        await userEvent.click(screen.getByText('Tides 1'))
        await userEvent.type(field(/What is wrong/), 'so so')
        expect(sent).toHaveLength(0)
        screen.getByRole('grid').focus()
        await userEvent.keyboard('s')
        await waitFor(() => expect(sent[0]?.body['sound']).toBe(true))
    })

    test('are only looked at by whoever may not tick them', async () => {
        campus.me = AUDITOR
        render(Sample)
        await userEvent.click(await screen.findByText('Tides 1'))
        expect(margin().queryByRole('button')).toBeNull()
        await userEvent.keyboard('s')
        expect(sent).toHaveLength(0)
    })
})

describe('drawing', () => {
    test('takes the share and the confidence that were said, and begins at the first of them', async () => {
        await show()
        await userEvent.click(screen.getByText('Tides 2'))
        await type(field(/A share of/), '2')
        await type(field(/is not to slip by/), '99.9')
        await type(field(/Seed/), '42')
        await waitFor(() => expect(button(/^Draw 58/).disabled).toBe(false))
        await userEvent.click(button(/^Draw 58/))
        await waitFor(() =>
            expect(sent[0]?.body).toEqual({ of: 'TO_BUILD', share: 0.02, confidence: 0.999, seed: 42 }),
        )
        expect(await margin().findByRole('heading', { name: '27sp-ocea-8' })).toBeDefined()
        expect(field(/What is wrong/).value, 'nothing of the one before').toBe('')
        expect(asked.at(-1)?.get('confidence')).toBe('0.999')
    })

    test('waits for the size of what is said now', async () => {
        await show()
        const usual = fetch
        let answer = () => {}
        vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
            if (path.includes('/sizes')) await new Promise<void>((resolve) => (answer = resolve))
            return usual(path, init)
        })
        size = 12
        await userEvent.type(field(/A share of/), '0')
        expect(button(/^Draw 58/).disabled).toBe(true)
        answer()
        expect((await margin().findByRole<HTMLButtonElement>('button', { name: /^Draw 12/ })).disabled).toBe(
            false,
        )
    })

    test.each([
        [/A share of/, '', 'A share is from 0.1 to 50 %.'],
        [/A share of/, '60', 'A share is from 0.1 to 50 %.'],
        [/is not to slip by/, '100', 'Confidence is from 50 to 99.9 %.'],
        [/Seed/, 'abc', 'A seed is a whole number of at most 15 digits.'],
        [/Seed/, '1.5', 'A seed is a whole number of at most 15 digits.'],
    ])('is not done with %s of %j', async (name, said, why) => {
        await show()
        await type(field(name), said)
        expect(margin().getByRole('alert').textContent).toContain(why)
        expect(button(/^Draw/).disabled).toBe(true)
    })
})
