import { render, screen } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { createRawSnippet } from 'svelte'
import { SvelteSet } from 'svelte/reactivity'
import { beforeAll, beforeEach, describe, expect, test, vi } from 'vitest'
import Grid from './Grid.svelte'
import { layOut } from './layout.testing'
import { grouped, type Line } from './lines'

interface Boat {
    id: string
    name: string
}

beforeAll(() => layOut(900, 600))

const cells = createRawSnippet<[Boat]>((boat) => ({
    render: () => `<span role="gridcell">${boat().name}</span>`,
}))
const marks = new SvelteSet<string>()
const select = vi.fn()

function boats(many: number): Boat[] {
    return Array.from({ length: many }, (_, i) => ({ id: `b${i}`, name: `Boat ${i}` }))
}

function show(lines: Line<Boat>[], selected: string, more: object = { marks }) {
    render(Grid<Boat>, {
        label: 'Boats',
        lines,
        columns: ['Name'],
        widths: '1fr',
        selected,
        select,
        cells,
        ...more,
    })
    screen.getByRole('grid').focus()
}

function plain(many: number): Line<Boat>[] {
    return boats(many).map((row) => ({ kind: 'row', row }))
}

/** Small boats, then great ones, under a heading each. */
function fleets(): Line<Boat>[] {
    const great = (boat: Boat) => boat.id === 'b2' || boat.id === 'b3'
    return grouped(boats(4), [
        { name: 'Great', has: great },
        { name: 'Small', has: (boat) => !great(boat) },
    ])
}

beforeEach(() => {
    marks.clear()
    vi.clearAllMocks()
})

describe('what is drawn', () => {
    test('of many lines only those in sight are, and the count says all of them', () => {
        show(plain(5_000), '')
        expect(
            screen.getByRole('grid').ariaRowCount ?? screen.getByRole('grid').getAttribute('aria-rowcount'),
        ).toBe('5001')
        const drawn = screen.getAllByRole('gridcell').length
        expect(drawn).toBeGreaterThan(5)
        expect(drawn).toBeLessThan(100)
        expect(screen.getByText('Boat 0')).toBeDefined()
        expect(screen.queryByText('Boat 4999')).toBeNull()
    })

    test('headings of groups stand before their rows, in the order given', () => {
        show(fleets(), '')
        const rows = screen.getAllByRole('row').map((row) => row.textContent?.trim())
        expect(rows).toEqual(['Mark Name', 'Great', 'Boat 2', 'Boat 3', 'Small', 'Boat 0', 'Boat 1'])
    })

    test('nothing can be marked where nothing is given to mark in', async () => {
        show(plain(2), 'b0', {})
        expect(screen.queryByRole('checkbox')).toBeNull()
        expect(screen.getByRole('grid').getAttribute('aria-multiselectable')).toBe('false')
        await userEvent.keyboard(' a')
        expect(screen.getByRole('row', { selected: true }).textContent).toContain('Boat 0')
    })
})

describe('keys', () => {
    test('arrows step over headings, End and Home go to the last and the first row', async () => {
        show(fleets(), 'b3')
        await userEvent.keyboard('{ArrowDown}')
        expect(select).toHaveBeenLastCalledWith('b0')
        await userEvent.keyboard('{ArrowUp}')
        expect(select).toHaveBeenLastCalledWith('b2')
        await userEvent.keyboard('{End}')
        expect(select).toHaveBeenLastCalledWith('b1')
        await userEvent.keyboard('{Home}')
        expect(select).toHaveBeenLastCalledWith('b2')
    })

    test('the first arrow of all chooses the first row', async () => {
        show(fleets(), '')
        await userEvent.keyboard('{ArrowDown}')
        expect(select).toHaveBeenLastCalledWith('b2')
    })

    test('space marks the chosen row and takes the mark off again', async () => {
        show(fleets(), 'b3')
        await userEvent.keyboard(' ')
        expect([...marks]).toEqual(['b3'])
        await userEvent.keyboard(' ')
        expect(marks.size).toBe(0)
    })

    test('a marks all rows, those out of sight too, and none of them when all are marked', async () => {
        show(plain(3_000), 'b0')
        await userEvent.keyboard('a')
        expect(marks.size).toBe(3_000)
        expect(marks.has('b2999')).toBe(true)
        await userEvent.keyboard('a')
        expect(marks.size).toBe(0)
    })

    test('other keys are left to whoever else wants them', async () => {
        show(plain(2), 'b0')
        const heard = vi.fn()
        window.addEventListener('keydown', heard)
        await userEvent.keyboard('x')
        window.removeEventListener('keydown', heard)
        expect(heard.mock.calls[0]?.[0].defaultPrevented).toBe(false)
        expect(select).not.toHaveBeenCalled()
    })
})

describe('the pointer', () => {
    test('a click chooses a row; one on its box marks it and chooses nothing', async () => {
        show(plain(3), 'b0', { marks, named: (boat: Boat) => boat.name })
        await userEvent.click(screen.getByText('Boat 1'))
        expect(select).toHaveBeenLastCalledWith('b1')
        await userEvent.click(screen.getByRole('checkbox', { name: 'Mark Boat 2' }))
        expect([...marks]).toEqual(['b2'])
        expect(select).toHaveBeenCalledTimes(1)
    })
})
