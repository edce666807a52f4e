import { render, screen } from '@testing-library/svelte'
import userEvent from '@testing-library/user-event'
import { expect, test, vi } from 'vitest'
import Field from './Field.svelte'

function props(more: object = {}) {
    return {
        setting: { key: 'title', name: 'title', kind: 'PATTERN', choices: [], unlessSet: '' },
        standing: { text: '{label}', here: false, from: 0, fixedIn: -1 },
        draft: undefined,
        error: undefined,
        layerName: () => 'Whole campus',
        tokens: [{ name: 'label', help: 'courses and sections' }],
        modifiers: [{ name: 'slug', help: 'hyphens' }],
        focused: false,
        disabled: false,
        change: vi.fn(),
        ...more,
    }
}

test('says where a value comes from and explains the token under the cursor', async () => {
    render(Field, props())
    expect(screen.getByText('from 1 Whole campus')).toBeTruthy()
    await userEvent.click(screen.getByLabelText('title'))
    await userEvent.keyboard('{ArrowLeft}')
    expect(screen.getByText('courses and sections')).toBeTruthy()
})

test('hands on what is typed', async () => {
    const change = vi.fn()
    render(Field, props({ change }))
    await userEvent.type(screen.getByLabelText('title'), 'x')
    expect(change).toHaveBeenCalledWith('{label}x')
})

test('shows an error at its column and marks the field invalid', () => {
    render(Field, props({ draft: '{x}', error: { field: 'set.title', column: 2, detail: 'no token x' } }))
    expect(screen.getByText(/Column 2: no token x/)).toBeTruthy()
    expect(screen.getByLabelText('title').getAttribute('aria-invalid')).toBe('true')
})

test('a value set here can be left to the layers above', async () => {
    const change = vi.fn()
    render(Field, props({ change, standing: { text: 'x', here: true, from: 2, fixedIn: -1 } }))
    await userEvent.click(screen.getByText('leave it to the layers above'))
    expect(change).toHaveBeenCalledWith(null)
})

test('says that a layer above has fixed it', () => {
    render(Field, props({ standing: { text: 'x', here: false, from: 0, fixedIn: 0 } }))
    expect(screen.getByText(/fixed in 1 Whole campus/)).toBeTruthy()
})

test('offers words as a pattern is typed, and takes one by keyboard', async () => {
    const change = vi.fn()
    const { rerender } = render(Field, props({ draft: '{label} {la', change }))
    const input = screen.getByRole('combobox')
    await userEvent.click(input)
    expect(input.getAttribute('aria-expanded')).toBe('false')
    await userEvent.keyboard('b')
    expect(change).toHaveBeenLastCalledWith('{label} {lab')
    await rerender({ draft: '{label} {lab' })
    expect(screen.getByRole('option').textContent).toContain('label')
    await userEvent.keyboard('{Enter}')
    expect(change).toHaveBeenLastCalledWith('{label} {label}')
})
