import { render, screen, waitFor } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { refusal, serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { AUDITOR } from '../frame/me.testing'
import { standAt } from '../frame/place.testing'
import { layOut } from '../parts/layout.testing'
import Build from './Build.svelte'

beforeAll(() => layOut(1200, 600))

const BUILD: Api['Build'] = {
    id: 7,
    term: '27SP',
    kind: 'BUILD',
    state: 'RUNNING',
    shells: 100,
    planned: 100,
    done: 20,
    failed: 0,
    trial: 0,
    startedAt: '2026-12-07T10:00:00Z',
    startedBy: 'N. Abara',
    startsAt: null,
    endedAt: null,
    pausedBy: null,
    reason: '',
    others: { undoes: 0, follows: 0, takenBackBy: 0, followedBy: 0 },
    load: { now: 4, most: 8, inFlight: 2 },
    departments: [
        { name: 'Tides', shells: 60, done: 20, failed: 0 },
        { name: '', shells: 40, done: 0, failed: 0 },
    ],
    causes: [],
    failures: [],
    kept: [],
}
const FAILED: Partial<Api['Build']> = {
    state: 'FAILED',
    done: 98,
    failed: 2,
    endedAt: '2026-12-07T10:05:00Z',
    causes: [
        { refused: 'no-such-template', reason: 'The LMS has no template of that name.', shells: 2, steps: 2 },
    ],
}

/** A stream of the browser, of which the test says what comes. */
class Stream {
    static readonly CLOSED = 2
    static all: Stream[] = []
    readyState = 1
    onmessage: (message: { data: string }) => void = () => {}
    onerror: () => void = () => {}

    constructor(readonly url: string) {
        Stream.all.push(this)
    }

    says(change: Partial<Api['Build']>) {
        this.onmessage({ data: JSON.stringify({ ...BUILD, ...change }) })
    }

    close() {
        this.readyState = Stream.CLOSED
    }
}

let build: Api['Build']
let listed: Api['BuildListed'][]
let sent: Sent[]

function line(of: Api['Build']): Api['BuildListed'] {
    const { id, kind, state, shells, failed, startedAt, startedBy, endedAt } = of
    return { id, kind, state, shells, failed, startedAt, startedBy, endedAt }
}

beforeEach(() => {
    build = BUILD
    listed = [line(BUILD)]
    Stream.all = []
    standAt('/27SP/build')
    sent = serverThat((method, path) => {
        if (path === '/api/terms/27SP/builds') return listed
        if (path.endsWith('/pause')) return { ...build, state: 'PAUSED', pausedBy: 'N. Abara' }
        if (path.endsWith('/go-on')) return BUILD
        if (path.endsWith('/retry')) return { ...BUILD, id: 8 }
        if (path === '/api/builds/404') return refusal(404, 'There is no such build.')
        if (/\/api\/builds\/\d+$/.test(path)) return { ...build, id: Number(path.split('/').at(-1)) }
        return method === 'GET' && path.endsWith('/shells') ? [] : undefined
    })
    vi.stubGlobal('EventSource', Stream)
})
afterEach(() => {
    vi.useRealTimers()
    vi.unstubAllGlobals()
})

async function show(change: Partial<Api['Build']> = {}) {
    build = { ...BUILD, ...change }
    listed = [line(build)]
    const shown = render(Build)
    await screen.findByRole('progressbar')
    return shown
}

const done = () => screen.getByRole('progressbar').getAttribute('aria-valuenow')

/** The keys that the footer names, each with what it does. */
function keys() {
    return Array.from(
        document.querySelectorAll('.keys kbd'),
        (key) => `${key.textContent} ${key.nextSibling?.textContent?.trim() ?? ''}`,
    )
}

test('a build by its address is shown though it is not among the latest', async () => {
    standAt('/27SP/build?id=3')
    await show({ state: 'RUNNING' })
    expect(Stream.all.map((stream) => stream.url)).toEqual(['/api/builds/3/progress'])
})

test('where there is no build of that number the latest is shown, and it is said', async () => {
    standAt('/27SP/build?id=404')
    await show({ state: 'RUNNING' })
    expect(Stream.all.map((stream) => stream.url)).toEqual(['/api/builds/7/progress'])
    await waitFor(() => expect(campus.trouble).toBe('There is no such build.'))
})

describe('a build that runs', () => {
    test('is followed as it goes on, and no longer once it ended', async () => {
        await show()
        const [stream] = Stream.all
        expect(stream?.url).toBe('/api/builds/7/progress')
        expect(done()).toBe('20')
        stream?.says({ done: 55, failed: 1 })
        await waitFor(() => expect(done()).toBe('56'))
        stream?.says({ state: 'DONE', done: 100, endedAt: '2026-12-07T10:05:00Z' })
        await waitFor(() => expect(stream?.readyState).toBe(Stream.CLOSED))
        expect(
            await screen.findByRole('heading', { level: 1, name: /stand as planned|closed/ }),
        ).toBeDefined()
    })

    test('is left alone once its view is left', async () => {
        const { unmount } = await show()
        unmount()
        expect(Stream.all.map((stream) => stream.readyState)).toEqual([Stream.CLOSED])
    })

    test('is asked for again where its stream was ended for good, as by a machine that is lost', async () => {
        await show()
        vi.useFakeTimers()
        const [stream] = Stream.all
        build = { ...BUILD, done: 60 }
        stream?.close()
        stream?.onerror()
        await vi.advanceTimersByTimeAsync(2_000)
        expect(Stream.all).toHaveLength(2)
        expect(done()).toBe('60')
    })

    test('is not asked for again where the browser takes the line up by itself', async () => {
        await show()
        vi.useFakeTimers()
        Stream.all[0]?.onerror()
        await vi.advanceTimersByTimeAsync(10_000)
        expect(Stream.all).toHaveLength(1)
    })

    test('is paused by p and goes on by p', async () => {
        await show()
        expect(keys()).toEqual(['p pause', '? keys'])
        await userEvent.keyboard('p')
        await screen.findByRole('button', { name: 'Go on with the 80' })
        expect(keys()).toEqual(['p go on', '? keys'])
        await userEvent.keyboard('p')
        await screen.findByRole('button', { name: 'Pause' })
        expect(sent.map((one) => one.path)).toEqual(['/api/builds/7/pause', '/api/builds/7/go-on'])
    })

    test('keeps its keys from whoever only reads', async () => {
        campus.me = AUDITOR
        await show()
        await userEvent.keyboard('p')
        expect(sent).toEqual([])
        expect(screen.queryByRole('button', { name: 'Pause' })).toBeNull()
        expect(keys()).toEqual(['? keys'])
    })
})

describe('a build that failed in part', () => {
    test('tries all of it again by r, which is another build', async () => {
        await show(FAILED)
        expect(keys()).toEqual(['r retry', '? keys'])
        await userEvent.keyboard('r')
        await waitFor(() => expect(sent).toHaveLength(1))
        expect(sent[0]).toMatchObject({ path: '/api/builds/7/retry', body: { causes: [] } })
        await waitFor(() => expect(Stream.all.at(-1)?.url).toBe('/api/builds/8/progress'))
    })

    test('tries what failed for one cause alone', async () => {
        await show(FAILED)
        await userEvent.click(screen.getByRole('button', { name: 'Try these again' }))
        await waitFor(() => expect(sent[0]?.body).toEqual({ causes: ['no-such-template'] }))
    })

    test('offers nothing that was tried again by another build already', async () => {
        await show({ ...FAILED, others: { ...BUILD.others, followedBy: 8 } })
        expect(screen.queryByRole('button', { name: /again/ })).toBeNull()
        await userEvent.keyboard('r')
        expect(sent).toEqual([])
    })

    test('is taken back, once', async () => {
        await show(FAILED)
        expect(screen.getByRole('button', { name: 'Take it back …' })).toBeDefined()
    })

    test('that was taken back is not taken back again', async () => {
        await show({ ...FAILED, others: { ...BUILD.others, takenBackBy: 9 } })
        expect(screen.queryByRole('button', { name: 'Take it back …' })).toBeNull()
    })
})

describe('no build', () => {
    test('says where one begins', async () => {
        listed = []
        render(Build)
        expect(await screen.findByText('Nothing has been built yet')).toBeDefined()
        expect(screen.getAllByRole('link', { name: /proof/ }).length).toBeGreaterThan(0)
    })
})
