import { afterEach, expect, test, vi } from 'vitest'
import { get, post, Problem, whenSignedOut } from './client'

afterEach(() => vi.unstubAllGlobals())

function answers(status: number, body: string) {
    const fetched = vi.fn(async () => new Response(status === 204 ? null : body, { status }))
    vi.stubGlobal('fetch', fetched)
    return fetched
}

test('sends the token of its cookie with what changes something', async () => {
    document.cookie = 'XSRF-TOKEN=abc'
    const fetched = answers(200, '{"id":1}')
    expect(await post('/api/me/password', { body: { now: 'a', next: 'b' } })).toEqual({ id: 1 })
    const [, options] = fetched.mock.calls[0] as unknown as [string, RequestInit]
    expect(options.headers).toMatchObject({ 'X-XSRF-TOKEN': 'abc', 'Content-Type': 'application/json' })
    expect(options.body).toBe('{"now":"a","next":"b"}')
})

test('an empty answer is undefined', async () => {
    answers(204, '')
    expect(await post('/api/arrivals/fetch')).toBeUndefined()
})

test('a problem carries the words of the server and the place of each error', async () => {
    answers(422, '{"detail":"no token","errors":[{"field":"set.title","column":3,"detail":"no token"}]}')
    const problem = await get('/api/desk').catch((e) => e)
    expect(problem).toBeInstanceOf(Problem)
    expect(problem).toMatchObject({ status: 422, message: 'no token', errors: [{ column: 3 }] })
})

test('an answer that is no problem detail says its status', async () => {
    answers(502, '<html>')
    await expect(get('/api/desk')).rejects.toMatchObject({ message: 'The server answered 502.' })
})

test('no answer at all says that what was kept is safe', async () => {
    vi.stubGlobal('fetch', vi.fn().mockRejectedValue(new TypeError('failed')))
    await expect(get('/api/desk')).rejects.toMatchObject({ status: 0, message: /What was kept is safe/ })
})

test('whoever is signed out is told so', async () => {
    const out = vi.fn()
    whenSignedOut(out)
    answers(401, '')
    await get('/api/desk').catch(() => {})
    expect(out).toHaveBeenCalledOnce()
})

test('a path and a query are filled in and escaped', async () => {
    const fetched = answers(200, '[]')
    await get('/api/terms/{term}/starts', { path: { term: 'a/b' }, query: { versions: '1.2.3' } })
    const [address] = fetched.mock.calls[0] as unknown as [string]
    expect(address).toBe('/api/terms/a%2Fb/starts?versions=1.2.3')
})

test('what is given up is given up', async () => {
    const fetched = answers(200, '{}')
    const abort = new AbortController()
    await get('/api/desk', {}, abort.signal)
    const [, options] = fetched.mock.calls[0] as unknown as [string, RequestInit]
    expect(options.signal).toBe(abort.signal)
})

test('what nobody waits for any more is taken back by its name, what was answered is not', async () => {
    let answer: (response: Response) => void = () => {}
    const fetched = vi.fn((path: string) =>
        path.startsWith('/api/asks/')
            ? Promise.resolve(new Response(null, { status: 204 }))
            : new Promise<Response>((resolve) => (answer = resolve)),
    )
    vi.stubGlobal('fetch', fetched)
    const effect = { path: { term: '27SP' }, body: { basedOn: 1 } as never }
    const first = new AbortController()
    void post('/api/terms/{term}/effect', effect, first.signal).catch(() => {})
    await vi.waitFor(() => expect(fetched).toHaveBeenCalledOnce(), 60_000)
    const name = (fetched.mock.calls[0] as unknown as [string, { headers: Record<string, string> }])[1]
        .headers['X-Ask']
    first.abort()
    expect(fetched).toHaveBeenLastCalledWith(
        `/api/asks/${name}`,
        expect.objectContaining({ method: 'DELETE' }),
    )
    fetched.mockClear()
    const second = new AbortController()
    const done = post('/api/terms/{term}/effect', effect, second.signal)
    await vi.waitFor(() => expect(fetched).toHaveBeenCalledOnce(), 60_000)
    answer(new Response('{}'))
    await done
    second.abort()
    expect(fetched).toHaveBeenCalledOnce()
})
