import { render, screen, waitFor } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat, type Sent } from '../api/server.testing'
import { campus } from '../frame/campus.svelte'
import { forgetLeft } from '../frame/left.svelte'
import { ADMINISTRATOR, AUDITOR } from '../frame/me.testing'
import { standAt } from '../frame/place.testing'
import Files from './Files.svelte'
import { fresh } from './profile.svelte'

const PROFILES = ['Course upload', 'People upload'].map((name, i) => ({
    id: i + 1,
    version: 3,
    name,
    keptBy: 'N. Abara',
    keptAt: '',
    draft: { ...fresh(), name },
}))

function sheet(id: number, more: Partial<Api['ExportCame']> = {}): Api['ExportCame'] {
    return {
        id,
        name: `back-${id}.csv`,
        state: 'READ',
        broughtBy: 'N. Abara',
        broughtAt: '2026-12-07T08:05:00Z',
        passed: 58,
        failed: 2,
        unknown: [],
        unknownCount: 0,
        back: 2,
        reason: '',
        ...more,
    }
}

const EXPORT: Api['ExportOne'] = {
    id: 7,
    profile: 1,
    name: 'Course upload',
    form: 'PROFILE',
    differences: false,
    state: 'WRITTEN',
    reason: '',
    askedBy: 'N. Abara',
    askedAt: '2026-12-07T08:00:00Z',
    endedAt: '2026-12-07T08:00:02Z',
    counts: { WAITING: 60 },
    statuses: {},
    givesBack: true,
    came: [],
}

let written: Api['ExportOne'][]
/** What the next looks find, one after another; the last stays. */
let then: Api['ExportOne'][][]
let desk: number
let away: number
let sent: Sent[]

beforeEach(() => {
    written = [EXPORT]
    then = []
    desk = 0
    away = 0
    standAt('/27SP/build?view=files')
    sent = serverThat((method, path) => {
        const { pathname } = new URL(path, 'http://here')
        if (pathname === '/api/desk') desk++
        if (pathname === '/api/exports/profiles') return method === 'POST' ? PROFILES[0] : PROFILES
        if (pathname.startsWith('/api/exports/tokens')) return []
        if (pathname === '/api/conventions/vocabulary') return { modifiers: [] }
        if (pathname.endsWith('/preview'))
            return { wrong: [], standing: true, shells: 60, rows: [], made: 60, all: true, leftOut: 0 }
        if (pathname === '/api/exports/terms/27SP' && method === 'GET') {
            if (away > 0) {
                away--
                throw new Error('gone')
            }
            written = then.shift() ?? written
            return written
        }
        if (pathname === '/api/exports/7/results')
            return { ...EXPORT, came: [sheet(1, { state: 'READING' })] }
        return undefined
    })
})
afterEach(() => {
    forgetLeft()
    vi.unstubAllGlobals()
})

const back = () => screen.findByRole('list', { name: 'sheets that came back' })

test('a sheet that comes back is read beside whoever brought it, until it says what it came to', async () => {
    render(Files)
    const picker = await screen.findByLabelText('the sheet that came back')
    expect(screen.queryByRole('list', { name: 'sheets that came back' })).toBeNull()
    const before = desk
    then = [
        [{ ...EXPORT, came: [sheet(1, { state: 'READING' })] }],
        [{ ...EXPORT, came: [sheet(1, { state: 'READING' })] }],
        [{ ...EXPORT, counts: { PASSED: 58, FAILED: 2 }, came: [sheet(1)] }],
    ]
    away = 0
    await userEvent.upload(picker, new File(['COURSE,Result\n'], 'back-1.csv'))
    expect((await back()).textContent).toContain('being read …')
    expect(desk).toBe(before)
    away = 2
    await waitFor(
        () =>
            expect(
                screen.getByText(/58 went through, 2 failed\. 2 shells are taken not to stand/),
            ).toBeDefined(),
        { timeout: 10_000 },
    )
    expect(desk, 'the line is asked again, since what failed is wanted again').toBe(before + 1)
    expect(sent.map((one) => one.path)).toContain('/api/exports/7/results')
    expect(screen.getByRole('button', { name: 'Why 2 rows failed' })).toBeDefined()
})

test('whoever opens the screen sees what the last sheets came to, and which could not be read', async () => {
    const failed = sheet(3, { state: 'FAILED', reason: 'It was given up after three tries: no room.' })
    written = [{ ...EXPORT, came: [failed, sheet(2)] }]
    campus.me = AUDITOR
    render(Files)
    const list = await back()
    expect([...list.querySelectorAll('li')].map((one) => one.querySelector('p')?.textContent)).toEqual([
        'It was given up after three tries: no room.',
        expect.stringContaining('58 went through'),
    ])
    expect(list.querySelector('li')?.classList.contains('brick')).toBe(true)
    expect(screen.queryByLabelText('the sheet that came back')).toBeNull()
})

const called = () => screen.getByLabelText<HTMLInputElement>('name of the profile')
const picked = () => screen.getByLabelText<HTMLSelectElement>('profile')
const names = () => [...picked().options].map((one) => one.text.trim())

test('what is changed of a profile is there again after another one, or another screen, was looked at', async () => {
    const first = render(Files)
    await waitFor(() => expect(called().value).toBe('Course upload'))
    await userEvent.type(called(), ' of ours')
    await userEvent.selectOptions(picked(), '2')
    expect(called().value).toBe('People upload')
    expect(screen.queryByRole('button', { name: 'Keep the profile' })).toBeNull()
    expect(names()).toEqual(['Course upload, changed', 'People upload', 'a new profile'])
    await userEvent.selectOptions(picked(), '1')
    expect(called().value).toBe('Course upload of ours')
    first.unmount()

    render(Files)
    await waitFor(() => expect(called().value).toBe('Course upload of ours'))
    await userEvent.click(screen.getByRole('button', { name: 'Undo' }))
    expect(called().value).toBe('Course upload')
    await userEvent.selectOptions(picked(), '2')
    expect(names()[0]).toBe('Course upload')
})

test('what was kept, or was of somebody who signed out, is not there again', async () => {
    const first = render(Files)
    await waitFor(() => expect(called().value).toBe('Course upload'))
    await userEvent.type(called(), '!')
    await userEvent.click(screen.getByRole('button', { name: 'Keep the profile' }))
    await waitFor(() => expect(called().value).toBe('Course upload'))
    const kept = sent.find((one) => one.path === '/api/exports/profiles')
    expect(kept?.body).toMatchObject({ id: 1, basedOn: 3 })
    await userEvent.type(called(), '?')
    first.unmount()
    await campus.signOut()

    campus.me = ADMINISTRATOR
    render(Files)
    await waitFor(() => expect(called().value).toBe('Course upload'))
    expect(screen.queryByRole('button', { name: 'Undo' })).toBeNull()
})
