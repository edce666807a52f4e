import { render, screen } from '@testing-library/svelte'
import { expect, test } from 'vitest'
import Effect from './Effect.svelte'

const EFFECT = {
    shells: 50,
    standing: 4,
    fields: [{ field: 'title', name: 'title', shells: 50 }],
    departments: [{ department: 'Tides', shells: 50 }],
    snags: [
        { snag: 'title-shortened', stop: false, before: 1, after: 3 },
        { snag: 'title-empty', stop: true, before: 1, after: 0 },
    ],
    samples: [{ key: 's:a', field: 'title', before: 'Old', after: 'New', snags: ['title-shortened'] }],
    edgeCases: [],
    named: [],
    blockers: [],
    matches: [],
}

test('says how many shells of which fields, and how many stand already', () => {
    render(Effect, { effect: EFFECT, stale: false })
    expect(screen.getByText('Would change 50 shells')).toBeTruthy()
    expect(screen.getByText(/46 not built yet, 4 stand in the/)).toBeTruthy()
    expect(screen.getByText('Old').tagName).toBe('S')
    expect(screen.getByText('New')).toBeTruthy()
})

test('counts snags that come and snags that go', () => {
    render(Effect, { effect: EFFECT, stale: false })
    expect(screen.getByText(/title shortened: 2\s+more \(1 to 3\)/)).toBeTruthy()
    expect(screen.getByText(/title empty: 1\s+fewer \(1 to 0\)/)).toBeTruthy()
})

test('is busy while a newer one is worked out', () => {
    const { container } = render(Effect, { effect: EFFECT, stale: true })
    expect(container.querySelector('[aria-live]')?.getAttribute('aria-busy')).toBe('true')
})

test('says so when nothing would change', () => {
    const nothing = { ...EFFECT, shells: 0, standing: 0, fields: [], departments: [], snags: [], samples: [] }
    render(Effect, { effect: nothing, stale: false })
    expect(screen.getByText('Would change no shell')).toBeTruthy()
})

test('says what the list does not have', () => {
    const reason = 'Move 1 of the conventions: the list has no organization with the code "X".'
    render(Effect, { effect: { ...EFFECT, blockers: [reason] }, stale: false })
    expect(screen.getByText(/Move 1 of the conventions/).textContent).toContain('Nothing can be built')
})
