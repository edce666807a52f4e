import { render, screen } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { expect, test, vi } from 'vitest'
import Dates from './Dates.svelte'

const item = (title: string, was: string | null, due: string | null, notes: string[] = []) => ({
    id: `id of ${title}`,
    kind: 'assignment',
    title,
    text: '',
    points: '',
    was,
    due,
    notes,
})

const START = {
    key: 's:1',
    code: 'x',
    kind: 'earlier',
    message: '',
    evidence: [],
    what: 'outline',
    fromKey: 's:0',
    units: [
        { title: 'Welcome', instruction: '', first: null, last: null, items: [item('Hello', null, null)] },
        {
            title: 'Week 7',
            instruction: '',
            first: null,
            last: null,
            items: [
                item('Reading', null, null),
                item('Essay', '2026-10-14T23:59:00-03:00', '2027-02-22T23:59:00-04:00', ['was-in-break']),
            ],
        },
    ],
    others: [],
    from: null,
    to: null,
    kept: null,
    revision: 0,
}

test('shows dated items only, old and new in full, and why one moved', () => {
    render(Dates, { start: START, changed: {}, disabled: false, change: vi.fn() })
    expect(screen.getAllByRole('row')).toHaveLength(2)
    expect(screen.getByText('Wed 14 Oct 2026 23:59')).toBeTruthy()
    expect(screen.getByText('Mon 22 Feb 2027')).toBeTruthy()
    expect(screen.getByText('▲ was in break')).toBeTruthy()
})

test('a date set by hand keeps the offset of the campus', async () => {
    const change = vi.fn()
    render(Dates, { start: START, changed: {}, disabled: false, change })
    const due = screen.getByLabelText('Essay is due')
    await userEvent.clear(due)
    await userEvent.type(due, '2027-02-24 10:00')
    await userEvent.tab()
    expect(change).toHaveBeenLastCalledWith('id of Essay', '2027-02-24T10:00:00-04:00')
})

test('an emptied date is taken out', async () => {
    const change = vi.fn()
    render(Dates, { start: START, changed: {}, disabled: false, change })
    await userEvent.clear(screen.getByLabelText('Essay is due'))
    await userEvent.tab()
    expect(change).toHaveBeenLastCalledWith('id of Essay', '')
})
