import { render, screen } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { expect, test, vi } from 'vitest'
import type { Layer } from './edits'
import Merge from './Merge.svelte'

const layer = (set: Record<string, string>): Layer => ({ name: 'All', when: [], set, fix: [], off: false })

function props(mine: Record<string, string>, theirs: Record<string, string>) {
    return {
        base: [layer({ title: 'a', units: '4' })],
        mine: [layer(mine)],
        theirs: {
            about: {
                number: 5,
                basedOn: 4,
                keptAt: '2026-11-25T10:00:00Z',
                keptBy: 'T. Quill',
                note: 'more',
            },
            zone: 'UTC',
            layers: [layer(theirs)],
            guards: {
                campus: { sectionsOut: 10, instructorsOut: 25, drops: 20, from: 20 },
                departments: {},
                sources: {},
            },
        },
        differences: [{ where: 'layer All', what: 'units', before: '4', after: '5' }],
        take: vi.fn(),
    }
}

test('what touches different things is put together at once', async () => {
    const given = props({ title: 'b', units: '4' }, { title: 'a', units: '5' })
    render(Merge, given)
    expect(screen.getByRole('alert').textContent).toContain('T. Quill')
    await userEvent.click(screen.getByText('Put yours on top of theirs'))
    expect(given.take).toHaveBeenCalledWith([layer({ title: 'b', units: '5' })])
})

test('where both changed the same, one says which holds', async () => {
    const given = props({ title: 'b', units: '4' }, { title: 'x', units: '4' })
    render(Merge, given)
    await userEvent.click(screen.getByLabelText(/yours/))
    await userEvent.click(screen.getByText('Put yours on top of theirs'))
    expect(given.take).toHaveBeenCalledWith([layer({ title: 'b', units: '4' })])
})
