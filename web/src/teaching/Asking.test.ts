import { render, screen, waitFor } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import Asking from './Asking.svelte'

function does(more: Partial<Api['RequestDoes']> = {}): Api['RequestDoes'] {
    return {
        words: 'Another title',
        question: '',
        shells: [],
        special: [],
        departments: [],
        deciders: [],
        ...more,
    }
}

let looks: (() => Promise<Api['RequestDoes']>)[]
let refusal: string
let sent: Sent[]
const asked = vi.fn()

beforeEach(() => {
    looks = []
    refusal = ''
    asked.mockClear()
    sent = serverThat((_, path) => (path === '/api/requests' ? { row: { id: 9 } } : {}))
    const usual = fetch
    vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
        const answered = await usual(path, init)
        if (path === '/api/requests' && refusal)
            return new Response(JSON.stringify({ status: 409, detail: refusal, errors: [] }), { status: 409 })
        if (path !== '/api/requests/look') return answered
        const next = looks.shift() ?? (() => Promise.resolve(does()))
        return new Response(JSON.stringify(await next()), { status: 200 })
    })
})
afterEach(() => vi.unstubAllGlobals())

function show(kind: Api['Wish']['kind']) {
    render(Asking, {
        term: '27SP',
        kind,
        chosen: ['c:1'],
        starts: [
            { name: 'previous', words: 'your last one' },
            { name: 'empty', words: 'nothing' },
        ] as Api['TeachingStart'][],
        asked,
        close: () => {},
    })
}

const made = () => sent.filter((one) => one.path === '/api/requests')
const go = (name: string | RegExp = 'Have it so') => screen.findByRole<HTMLButtonElement>('button', { name })

test('what it would do is seen before it is asked for', async () => {
    show('TITLE')
    expect((await go()).disabled).toBe(true)
    expect(document.activeElement).toBe(screen.getByLabelText('Title'))
    await userEvent.keyboard('Tides')
    await waitFor(async () => expect((await go()).disabled).toBe(false))
    await userEvent.click(await go())
    await waitFor(() => expect(asked).toHaveBeenCalledOnce())
    expect(made()[0]?.body).toMatchObject({
        kind: 'TITLE',
        title: 'Tides',
        sections: ['c:1'],
        note: '',
        from: null,
    })
})

test('what was typed since is looked at first, even where Enter comes at once', async () => {
    show('TITLE')
    await userEvent.keyboard('Tides')
    await waitFor(async () => expect((await go()).disabled).toBe(false))
    let answer: (of: Api['RequestDoes']) => void = () => undefined
    looks = [() => new Promise<Api['RequestDoes']>((resolve) => (answer = resolve))]
    await userEvent.keyboard(' and waves{Enter}')
    expect((await go()).disabled).toBe(true)
    expect(made()).toHaveLength(0)
    await waitFor(() => expect(sent.at(-1)?.body['title']).toBe('Tides and waves'))
    answer(does())
    await waitFor(async () => expect((await go()).disabled).toBe(false))
    await userEvent.keyboard('{Enter}')
    await waitFor(() => expect(made()[0]?.body['title']).toBe('Tides and waves'))
})

test('whoever decides is named, and told why', async () => {
    looks = [
        () =>
            Promise.resolve(
                does({
                    special: [{ special: 'BY_PEOPLE', words: 'This is decided by people.', needs: '' }],
                    deciders: [{ login: 'sorley', name: 'S. Orley' }],
                } as Partial<Api['RequestDoes']>),
            ),
    ]
    show('APART')
    await userEvent.type(await screen.findByLabelText(/Why, for who decides/), 'two rooms')
    await userEvent.click(await go('Ask S. Orley'))
    await waitFor(() => expect(made()[0]?.body['note']).toBe('two rooms'))
})

test('a refusal is said, and can be asked again', async () => {
    refusal = 'You asked for this already; it waits under Requests, number 4.'
    show('START')
    await userEvent.selectOptions(await screen.findByLabelText('Starts from'), 'empty')
    await waitFor(async () => expect((await go()).disabled).toBe(false))
    await userEvent.click(await go())
    expect((await screen.findByRole('alert')).textContent).toContain('number 4')
    expect(asked).not.toHaveBeenCalled()
    refusal = ''
    await userEvent.click(await go())
    await waitFor(() => expect(asked).toHaveBeenCalledOnce())
    expect(made().at(-1)?.body).toMatchObject({ kind: 'START', from: 'empty', title: null })
})

test('a day or a way is wanted before a window is looked at', async () => {
    show('WINDOW')
    expect((await go()).disabled).toBe(true)
    expect(sent).toHaveLength(0)
    await userEvent.selectOptions(screen.getByLabelText('Opened'), 'no')
    await waitFor(async () => expect((await go()).disabled).toBe(false))
    expect(sent[0]?.body).toMatchObject({ kind: 'WINDOW', opens: null, open: 'no' })
})
