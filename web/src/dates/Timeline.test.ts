import { fireEvent, render, screen, within } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { SvelteSet } from 'svelte/reactivity'
import { beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import type { Api } from '../api/client'
import { lines, type Row } from './availability.svelte'
import { dayNumber } from './time'
import Timeline from './Timeline.svelte'
import { layOut } from '../parts/layout.testing'

const DAYS = 200
const WIDTH = 1000

beforeAll(() => layOut(WIDTH, 600))

const section = (id: string, leads: boolean, opens: string, keptOut = false) => ({
    id,
    name: id,
    students: 12,
    leads,
    opens,
    closes: '2027-05-07T23:59:00-03:00',
    ownOpens: leads ? null : 'term.start 08:00',
    ownCloses: null,
    keptOut,
})
const row = (key: string, more: Partial<Row> = {}): Row => ({
    key,
    lead: key,
    name: `ECON ${key}`,
    title: '',
    department: 'Law',
    template: '',
    part: '',
    opens: '2027-01-01T00:00:00-04:00',
    closes: '2027-04-11T00:00:00-03:00',
    opensFrom: '',
    closesFrom: '',
    open: false,
    standing: true,
    students: 24,
    keptOut: 0,
    sections: [],
    ...more,
})
const SHARED = row('c', {
    keptOut: 12,
    sections: [
        section('ECON c-001', true, '2027-01-01T00:00:00-04:00'),
        section('ECON c-002', false, '2027-01-11T08:00:00-04:00', true),
    ],
})
const FRAME: Api['DateFrame'] = {
    versions: '1.1.1',
    version: 1,
    zone: 'America/Halifax',
    term: {
        first: '2027-01-04',
        last: '2027-04-23',
        weeks: [
            { number: 1, first: '2027-01-04', last: '2027-01-10' },
            { number: 2, first: '2027-01-11', last: '2027-01-17' },
        ],
        breaks: [{ name: 'Winter break', from: '2027-02-15', to: '2027-02-19' }],
    } as Api['DateFrame']['term'],
    parts: [],
    clocks: [{ at: '2027-03-14T02:00', minutes: 60 }],
}
const FROM = dayNumber('2027-01-01')

const marks = new SvelteSet<string>()
const select = vi.fn()
const move = vi.fn()
const pan = vi.fn()

function show(more: { selected?: string; after?: Map<string, Row>; mayChange?: boolean } = {}) {
    return render(Timeline, {
        frame: FRAME,
        lines: lines([row('a'), row('b'), SHARED], 'department', more.selected ?? ''),
        range: { from: FROM, to: FROM + DAYS },
        cursor: dayNumber('2027-01-06'),
        selected: more.selected ?? '',
        marks,
        after: more.after ?? new Map(),
        mayChange: more.mayChange ?? true,
        select,
        move,
        pan,
    }).container
}

const line = (name: string) =>
    screen.getAllByRole('row').find((one) => one.textContent?.includes(name)) as HTMLElement
const barOf = (name: string) => line(name).querySelector('.bar:not(.was)') as HTMLElement
const edgeOf = (name: string, edge: string) => line(name).querySelector(`.edge.${edge}`) as HTMLElement

/** Takes an edge, moves it by so many pixels and lets it go. */
async function drag(element: HTMLElement, pixels: number, shiftKey = false) {
    await fireEvent(element, new MouseEvent('pointerdown', { bubbles: true, clientX: 300 }))
    await fireEvent(
        element,
        new MouseEvent('pointermove', { bubbles: true, clientX: 300 + pixels, shiftKey }),
    )
    await fireEvent(element, new MouseEvent('pointerup', { bubbles: true }))
}

beforeEach(() => {
    marks.clear()
    vi.clearAllMocks()
})

describe('the timeline', () => {
    test('draws a window from its first to its last moment', () => {
        show()
        expect(barOf('ECON a').style.left).toBe('0%')
        // 100 of 200 days
        expect(barOf('ECON a').style.width).toBe('50%')
        expect(
            within(line('ECON a')).getByLabelText('Fri 1 Jan 2027 00:00 to Sun 11 Apr 2027 00:00'),
        ).toBeTruthy()
    })
    test('shows weeks, breaks and clock changes where they are', () => {
        const all = show()
        const weeks = [...all.querySelectorAll('.week')].map((one) => one.textContent)
        expect(weeks).toEqual(['1', '2'])
        expect((all.querySelector('.week') as HTMLElement).style.left).toBe('1.5%')
        expect((all.querySelector('.pause') as HTMLElement).style.left).toBe('22.5%')
        expect(screen.getByTitle(/clocks change/).textContent).toBe('+1 h')
    })
    test('sections that are kept out stand out in words', () => {
        show()
        expect(line('ECON c-002').textContent).toContain('▲ ECON c-002, 12 kept out')
        expect(line('ECON c-001').textContent).toContain('ECON c-001, 12 students')
    })
    test('an edit shows the window before and after', () => {
        show({ after: new Map([['a', row('a', { opens: '2027-01-21T00:00:00-04:00' })]]) })
        expect(barOf('ECON a').style.left).toBe('10%')
        expect((line('ECON a').querySelector('.was') as HTMLElement).style.left).toBe('0%')
        expect(line('ECON b').querySelector('.was')).toBeNull()
    })
})

describe('dragging an edge', () => {
    test('moves it by whole days', async () => {
        show()
        // 1000 pixels are 200 days
        await drag(edgeOf('ECON a', 'opens'), 33)
        expect(select).toHaveBeenCalledWith('a')
        expect(move).toHaveBeenCalledExactlyOnceWith('a', 'opens', 7)
    })
    test('by whole weeks with Shift', async () => {
        show()
        await drag(edgeOf('ECON a', 'closes'), -60, true)
        expect(move).toHaveBeenCalledExactlyOnceWith('a', 'closes', -14)
    })
    test('by less than half a day moves nothing', async () => {
        show()
        await drag(edgeOf('ECON a', 'closes'), 2)
        expect(move).not.toHaveBeenCalled()
    })
    test('moves the bars of all that are marked while it goes on', async () => {
        marks.add('a').add('b')
        show()
        await fireEvent(
            edgeOf('ECON a', 'opens'),
            new MouseEvent('pointerdown', { bubbles: true, clientX: 0 }),
        )
        await fireEvent(
            edgeOf('ECON a', 'opens'),
            new MouseEvent('pointermove', { bubbles: true, clientX: 50 }),
        )
        expect(barOf('ECON a').style.left).toBe('5%')
        expect(barOf('ECON b').style.left).toBe('5%')
        expect(barOf('ECON c').style.left).toBe('0%')
        expect(line('ECON a').textContent).toContain('+10 d')
    })
    test('is not for those who only read', () => {
        show({ mayChange: false })
        expect(document.querySelector('.edge')).toBeNull()
    })
})

describe('keys', () => {
    test('go from shell to shell, past headings and sections', async () => {
        show({ selected: 'b' })
        screen.getByRole('grid').focus()
        await userEvent.keyboard('{ArrowDown}')
        expect(select).toHaveBeenLastCalledWith('c')
        await userEvent.keyboard('{Home}')
        expect(select).toHaveBeenLastCalledWith('a')
    })
    test('mark one, and all', async () => {
        show({ selected: 'b' })
        screen.getByRole('grid').focus()
        await userEvent.keyboard(' ')
        expect([...marks]).toEqual(['b'])
        await userEvent.keyboard('a')
        expect([...marks].sort()).toEqual(['a', 'b', 'c'])
        await userEvent.keyboard('a')
        expect(marks.size).toBe(0)
    })
    test('a wheel sideways goes along the days', async () => {
        show()
        await fireEvent.wheel(screen.getByRole('grid'), { deltaX: 50 })
        expect(pan).toHaveBeenCalledWith(10)
    })
})
