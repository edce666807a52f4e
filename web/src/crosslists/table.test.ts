import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { inverse, isPlain, rowId, Table } from './table.svelte'
import { row } from './rows.testing'

const kept = row('k', {
    id: 'x1',
    tier: 'kept',
    sections: ['k', 'k2', 'k3'],
    approved: true,
    reason: 'one stage',
})
const apart = row('d', { tier: 'listed', coursesDiffer: true })
const stopped = row('t', { stopped: true })
const SHEET = {
    versions: '1.1.1',
    version: 4,
    allow: 'same-course',
    tiers: ['listed', 'same-meeting', 'same-course'].map((tier) => ({ tier, name: tier, mark: true })),
    nextId: 'x7',
    suggested: [row('a'), apart, stopped, row('b')],
    kept: [kept],
}

let sent: { path: string; body: unknown }[]
let table: Table

beforeEach(async () => {
    sent = []
    vi.stubGlobal('fetch', (path: string, init: RequestInit) => {
        if (init.method === 'POST') sent.push({ path, body: JSON.parse(String(init.body)) })
        return Promise.resolve(new Response(JSON.stringify(SHEET), { status: 200 }))
    })
    table = new Table('27SP')
    await table.load()
})
afterEach(() => vi.unstubAllGlobals())

describe('marks', () => {
    test('stand at first on what needs no look', () => {
        expect([...table.marks]).toEqual(['suggested a', 'suggested b'])
        expect(SHEET.suggested.map(isPlain)).toEqual([true, false, false, true])
        expect(isPlain(kept)).toBe(false)
    })
    test('each get an id of their own', () => {
        expect(table.marked().map((one) => [one.id, one.lead, one.joined])).toEqual([
            ['x7', 'a', ['a2']],
            ['x8', 'b', ['b2']],
        ])
    })
    test('stay as they are when the sheet is read again', async () => {
        table.marks.delete('suggested a')
        await table.load()
        expect([...table.marks]).toEqual(['suggested b'])
    })
})

describe('the table', () => {
    test('takes a row, another lead, and sections in and out', () => {
        table.take(kept)
        expect(table.sections).toEqual(['k', 'k2', 'k3'])
        table.lead('k3')
        expect(table.draft?.lead).toBe('k3')
        expect(table.sections).toEqual(['k3', 'k', 'k2'])
        table.remove('k')
        table.add('n')
        table.add('n')
        expect(table.sections).toEqual(['k3', 'k2', 'n'])
        table.remove('k3')
        expect(table.draft?.lead).toBeNull()
    })
    test('begins anew with a section, under the next free id', () => {
        table.begin('z')
        expect(table.draft).toEqual({ id: 'x7', lead: null, joined: ['z'], approved: false, reason: '' })
    })
    test('remembers which rows were looked at', () => {
        table.take(apart)
        expect(table.seen.has(rowId(apart))).toBe(true)
    })
})

describe('sections picked from the sheet of the proof', () => {
    test('begin a cross-list of their own, the lead left open', () => {
        expect(table.beginWith(['p', 'q'])).toBeUndefined()
        expect(table.draft).toEqual({ id: 'x7', lead: null, joined: ['p', 'q'], approved: false, reason: '' })
    })
    test('come to the cross-list that one of them is in', () => {
        expect(table.beginWith(['k2', 'p'])?.id).toBe('x1')
        expect(table.draft).toMatchObject({
            id: 'x1',
            lead: 'k',
            joined: ['k2', 'k3', 'p'],
            reason: 'one stage',
        })
    })
})

describe('reading the sheet again', () => {
    test('takes the mark from what is stopped since, and leaves the others', async () => {
        const later = { ...SHEET, suggested: [row('a', { stopped: true }), apart, stopped, row('b')] }
        vi.stubGlobal('fetch', () => Promise.resolve(new Response(JSON.stringify(later), { status: 200 })))
        await table.load()
        expect([...table.marks]).toEqual(['suggested b'])
    })
    test('leaves a mark that somebody set on a stop', async () => {
        table.take(stopped)
        table.marks.add(rowId(stopped))
        await table.load()
        expect(table.marks.has(rowId(stopped))).toBe(true)
    })
})

describe('keeping', () => {
    test('is a version based on the one that was seen, and can be undone', async () => {
        const edit = { keep: table.marked(), split: [] }
        await table.keep(edit, '2 cross-lists kept')
        expect(sent).toMatchObject([
            {
                path: '/api/terms/27SP/cross-lists/versions',
                body: {
                    versions: '1.1.1',
                    change: { basedOn: 4, crossLists: edit },
                    note: '2 cross-lists kept',
                },
            },
        ])
        expect(table.past.at(-1)?.edit).toEqual({ keep: [], split: ['x7', 'x8'] })
    })
    test('of a split is undone by what was kept before, with its reason', () => {
        expect(inverse({ keep: [], split: ['x1'] }, [kept])).toEqual({
            keep: [{ id: 'x1', lead: 'k', joined: ['k2', 'k3'], approved: true, reason: 'one stage' }],
            split: [],
        })
    })
    test('of a change is undone by what it was', () => {
        const changed = { id: 'x1', lead: 'k2', joined: ['k'], approved: false, reason: '' }
        expect(inverse({ keep: [changed], split: [] }, [kept]).keep[0]?.lead).toBe('k')
    })
})
