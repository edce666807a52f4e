import { render, screen, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { serverThat } from '../api/server.testing'
import { AUDITOR } from '../frame/me.testing'
import { standAt } from '../frame/place.testing'
import Why from './Why.svelte'

type Step = Api['ProofStep']

function step(origin: string, index: number, gives: string, more: Partial<Step> = {}): Step {
    return {
        origin,
        index,
        name: `${origin} ${index}`,
        text: gives,
        gives,
        taken: true,
        fixes: false,
        ...more,
    }
}

function value(setting: string, text: string, why: Step[], more: Partial<Api['ProofValue']> = {}) {
    return {
        setting,
        name: setting,
        kind: 'CHOICE',
        text,
        written: text,
        held: null,
        differs: false,
        why,
        ...more,
    } as unknown as Api['ProofValue']
}

const SHELL: Api['ProofShell'] = {
    versions: '1.2.3',
    key: 's:1',
    action: 'change',
    label: 'OCEA 210-001',
    courseTitle: 'Tides',
    department: 'Oceanography',
    departmentCode: 'OCEA',
    about: 'first half',
    students: 1,
    instructors: [],
    lead: 's1',
    sections: ['s1'],
    snags: [
        { snag: 'no-instructor', stop: false, message: 'Nobody teaches it.', toDo: 'Ask the department.' },
        { snag: 'code-taken', stop: true, message: 'The code is taken.', toDo: 'Change the pattern.' },
    ],
    values: [],
    changed: [],
    goneSince: null,
}

beforeEach(() => {
    standAt('/27SP/proof')
    serverThat((_, path) =>
        path === '/api/conventions/vocabulary' ? { settings: [], modifiers: [] } : undefined,
    )
})
afterEach(() => vi.unstubAllGlobals())

function show(values: Api['ProofValue'][], more: Partial<Api['ProofShell']> = {}, kept?: () => void) {
    return render(Why, { shell: { ...SHELL, values, ...more }, kept })
}

/** The line of a setting. */
function line(setting: string): HTMLElement {
    const found = screen.getByText(setting, { selector: 'dt' }).closest<HTMLElement>('.v')
    if (!found) throw new Error(`no line of ${setting}`)
    return found
}

const words = (of: HTMLElement) => of.textContent.replace(/\s+/g, ' ')

test('a kind of snag that is both a note and a stop of one shell stands there twice', () => {
    const snag = { snag: 'xl-unknown', message: 'A section is unknown.', toDo: 'Look at it.' }
    show([], {
        snags: [
            { ...snag, stop: false },
            { ...snag, stop: true, message: 'The lead is unknown.' },
        ],
    })
    expect(screen.getByText(/A section is unknown/)).toBeTruthy()
    expect(screen.getByText(/The lead is unknown/)).toBeTruthy()
})

test('a value says which layer gave it, and what others would', () => {
    show([
        value('layout', 'weeks', [
            step('DEFAULT', 0, 'units'),
            step('LAYER', 0, 'units'),
            step('LAYER', 2, 'weeks'),
        ]),
    ])
    const its = line('layout')
    expect(
        within(its)
            .getByRole('link', { name: /layer 3, LAYER 2/ })
            .getAttribute('href'),
    ).toBe('/27SP/conventions?layer=2&field=layout')
    expect(words(its)).toContain('layer 1 would give “units”')
})

test('an override above another is told from the layer of the same number', () => {
    show([
        value('layout', 'grid', [
            step('DEFAULT', 0, 'units'),
            step('LAYER', 1, 'weeks'),
            step('OVERRIDE', 1, 'units'),
            step('OVERRIDE', 2, 'grid'),
        ]),
    ])
    const its = words(line('layout'))
    expect(its).toContain('an override for this shell')
    expect(its).toContain('layer 2 would give “weeks”')
    expect(its).toContain('an earlier override would give “units”')
})

test('what the LMS holds otherwise stands beside it, and a moment is written as one', () => {
    show([
        value('opens', '2026-12-28T08:00:00-04:00', [step('LAYER', 0, '2026-12-28T08:00:00-04:00')], {
            kind: 'MOMENT',
            differs: true,
            held: '',
        }),
    ])
    const its = words(line('opens'))
    expect(its).toMatch(/28 Dec/)
    expect(its).toContain('LMS: empty')
})

test('stops are told from notes, each with what to do', () => {
    show([])
    expect(screen.getByText(/Nobody teaches it/).textContent).toMatch(/▲ note.*Ask the department/s)
    expect(screen.getByText(/The code is taken/).textContent).toMatch(/■ stop.*Change the pattern/s)
    expect(screen.getByText(/first half; 1 student$/)).toBeDefined()
})

test('a value can be changed but where a layer fixed it, or by who may not', async () => {
    const values = [
        value('layout', 'weeks', [step('LAYER', 0, 'weeks')]),
        value('open', 'no', [step('LAYER', 0, 'no', { fixes: true })]),
    ]
    const { unmount } = show(values, {}, () => {})
    expect(within(line('open')).queryByRole('button')).toBeNull()
    expect(line('open').textContent).toContain('fixed there')
    await userEvent.click(within(line('layout')).getByRole('button', { name: /change/ }))
    expect(within(line('layout')).queryByRole('button', { name: 'change layout' })).toBeNull()
    unmount()
    standAt('/27SP/proof', AUDITOR)
    show(values, {}, () => {})
    expect(screen.queryByRole('button', { name: /change/ })).toBeNull()
})

test('a form that is open is of one shell', async () => {
    const values = [value('layout', 'weeks', [step('LAYER', 0, 'weeks')])]
    const shown = show(values, {}, () => {})
    await userEvent.click(within(line('layout')).getByRole('button', { name: /change/ }))
    await shown.rerender({ shell: { ...SHELL, key: 's:2', values } })
    expect(within(line('layout')).getByRole('button', { name: /change/ })).toBeDefined()
})
