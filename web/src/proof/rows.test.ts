import { describe, expect, test } from 'vitest'
import { differing, fieldName, filtered, grouped, type Row } from './rows.svelte'

function row(key: string, more: Partial<Row> = {}): Row {
    const base = {
        key,
        action: 'build',
        code: key,
        title: `Title ${key}`,
        category: 'A / B',
        department: 'Tides',
    }
    const rest = {
        college: 'Sea',
        opens: '',
        closes: '',
        students: 1,
        snags: [],
        changed: [],
        open: false,
        work: false,
        gone: false,
        reference: '',
    }
    const made = { ...base, ...rest, ...more } as Row
    return { ...made, find: `${made.code} ${made.title} ${made.reference}`.toLowerCase() }
}

const ALL = { action: '', snag: '', field: '', q: '' }

describe('filtered', () => {
    const rows = [
        row('a-1', { snags: ['no-instructor'], reference: '20001 Zoë Lund' }),
        row('a-2', { action: 'keep' }),
        row('a-3', { action: 'stop', snags: ['code-taken'] }),
    ]
    test('keeps all without a filter', () => expect(filtered(rows, ALL)).toHaveLength(3))
    test('by action', () => {
        expect(filtered(rows, { ...ALL, action: 'stop' }).map((r) => r.key)).toEqual(['a-3'])
        expect(filtered(rows, { ...ALL, action: 'todo' }).map((r) => r.key)).toEqual(['a-1', 'a-3'])
    })
    test('by snag', () => {
        expect(filtered(rows, { ...ALL, snag: 'any' })).toHaveLength(2)
        expect(filtered(rows, { ...ALL, snag: 'no-instructor' })).toHaveLength(1)
    })
    test('by the field that differs, of which the sheet tells how many there are', () => {
        const changed = [
            row('b-1', { action: 'change', changed: ['people', 'title'] }),
            row('b-2', { action: 'change', changed: ['people'] }),
            row('b-3', { action: 'change', changed: ['sectionWindows'] }),
            row('b-4', { action: 'close', changed: ['code'] }),
        ]
        expect(filtered(changed, { ...ALL, field: 'people' }).map((r) => r.key)).toEqual(['b-1', 'b-2'])
        expect(differing(changed)).toEqual([
            ['people', 2],
            ['sectionWindows', 1],
            ['title', 1],
        ])
        expect(fieldName('sectionWindows')).toBe('section windows')
        expect(fieldName('uploadLimitMB')).toBe('upload limit mb')
    })
    test('by every word of a search, in any order and case', () => {
        expect(filtered(rows, { ...ALL, q: 'LUND a-1' })).toHaveLength(1)
        expect(filtered(rows, { ...ALL, q: 'lund a-2' })).toHaveLength(0)
    })
})

describe('grouped', () => {
    const rows = [row('c-9', { department: 'Waves' }), row('c-10', { department: 'Waves' }), row('d-1')]
    test('puts a heading before each department', () => {
        const lines = grouped(rows, 'department').map((l) => (l.kind === 'group' ? `# ${l.name}` : l.row.key))
        expect(lines).toEqual(['# Tides', 'd-1', '# Waves', 'c-9', 'c-10'])
    })
    test('shows stops first by action', () => {
        const lines = grouped([row('a'), row('b', { action: 'stop' })], 'action')
        expect(lines[0]).toMatchObject({ kind: 'group', name: 'stop' })
    })
    test('shows a row under each of its snags', () => {
        const lines = grouped([row('a', { snags: ['x', 'y'] }), row('b')], 'snag')
        expect(lines.filter((l) => l.kind === 'row')).toHaveLength(3)
        expect(lines.filter((l) => l.kind === 'group')).toHaveLength(3)
    })
    test('has no headings when not grouped', () => {
        expect(grouped(rows, 'none').every((l) => l.kind === 'row')).toBe(true)
    })
    test('20,000 rows are filtered and grouped while a key is pressed', () => {
        const many = Array.from({ length: 20_000 }, (_, i) => row(`k-${i}`, { department: `D${i % 24}` }))
        expect(grouped(filtered(many, { ...ALL, q: 'k-1' }), 'department').length).toBeGreaterThan(10_000)
    })
})
