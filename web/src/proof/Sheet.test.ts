import { render, screen } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { SvelteSet } from 'svelte/reactivity'
import { beforeAll, beforeEach, expect, test, vi } from 'vitest'
import { grouped, type Row } from './rows.svelte'
import Sheet from './Sheet.svelte'
import { layOut } from '../parts/layout.testing'

beforeAll(() => layOut(900, 600))

function row(key: string, action = 'build'): Row {
    return {
        key,
        action,
        code: key,
        title: `Title ${key}`,
        category: 'A',
        department: 'Tides',
        college: 'Sea',
        opens: '2027-01-04T00:00:00-04:00',
        closes: '2027-04-23T23:59:00-03:00',
        students: 3,
        sections: [key],
        snags: action === 'stop' ? ['code-taken'] : [],
        changed: [],
        open: false,
        work: false,
        gone: false,
        reference: '',
        find: key,
    }
}

const marks = new SvelteSet<string>()
const select = vi.fn()
const enter = vi.fn()
const edit = vi.fn()

function show(selected: string) {
    const lines = grouped([row('a'), row('b', 'keep'), row('c', 'stop'), row('d')], 'department')
    const days = { firstDay: '2027-01-04', lastDay: '2027-04-23' }
    render(Sheet, {
        lines,
        selected,
        marks,
        stops: new Set(['code-taken']),
        show: 'title',
        select,
        enter,
        edit,
        ...days,
    })
    screen.getByRole('grid').focus()
}

beforeEach(() => {
    marks.clear()
    vi.clearAllMocks()
})

test('arrows go from row to row and never onto a heading', async () => {
    show('a')
    await userEvent.keyboard('{ArrowDown}')
    expect(select).toHaveBeenLastCalledWith('b')
    await userEvent.keyboard('{ArrowUp}')
    expect(select).toHaveBeenLastCalledWith('a')
    await userEvent.keyboard('{End}')
    expect(select).toHaveBeenLastCalledWith('d')
})

test('space marks and unmarks', async () => {
    show('a')
    await userEvent.keyboard(' ')
    expect([...marks]).toEqual(['a'])
    await userEvent.keyboard(' ')
    expect(marks.size).toBe(0)
})

test('a shell that is kept or stopped can be marked too, to be put together with others', async () => {
    show('c')
    await userEvent.keyboard(' ')
    expect([...marks]).toEqual(['c'])
})

test('a marks all that a build would carry out, and again none', async () => {
    show('a')
    await userEvent.keyboard('a')
    expect([...marks].sort()).toEqual(['a', 'd'])
    await userEvent.keyboard('a')
    expect(marks.size).toBe(0)
})

test('enter goes to the margin, e to the layer', async () => {
    show('a')
    await userEvent.keyboard('{Enter}')
    expect(enter).toHaveBeenCalledOnce()
    await userEvent.keyboard('e')
    expect(edit).toHaveBeenCalledOnce()
})
