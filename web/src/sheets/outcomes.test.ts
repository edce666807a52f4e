import { expect, test } from 'vitest'
import type { Api } from '../api/client'
import { inShort, keeps, toBuild, type Outcome } from './outcomes'
import type { Row } from './sheet.svelte'
import { widths } from './widths'

function row(outcome: Outcome, more: Partial<Row> = {}): Row {
    return {
        number: 1,
        outcome,
        label: '',
        readable: true,
        remarks: [],
        standing: null,
        differs: [],
        earlier: [],
        ...more,
    }
}

test('the button says in numbers what is kept', () => {
    expect(keeps([])).toBe('Nothing to keep')
    expect(keeps([row('NEW')])).toBe('Keep 1 new section')
    expect(keeps([row('NEW'), row('NEW'), row('THERE'), row('COURSE_ONLY')])).toBe(
        'Keep 2 new sections and 1 change of standing ones and 1 course',
    )
})

test('what is wrong is said first, then what differs, then what was guessed', () => {
    const wrong: Api['Remark'] = { column: 1, weight: 'WRONG', says: 'no day', choices: [] }
    const note: Api['Remark'] = { column: 1, weight: 'NOTE', says: 'guessed', choices: [] }
    const differs = [{ what: 'room', before: '', after: 'Pier 4' }]
    expect(inShort(row('WRONG', { remarks: [note, wrong], differs }))).toBe('no day')
    expect(inShort(row('THERE', { remarks: [note], differs }))).toBe('room: nothing → Pier 4')
    expect(inShort(row('THERE'))).toBe('nothing differs')
    const earlier = [{ term: '26FA', section: 'a', label: 'CEED 1-001', title: 'Knots' }]
    expect(inShort(row('NEW', { remarks: [note], earlier }))).toBe('stood in 26FA as CEED 1-001')
    expect(inShort(row('NEW', { remarks: [note] }))).toBe('guessed')
})

test('only what was kept and does not stand is built', () => {
    const results = (['STANDS', 'TO_BUILD', 'FAILED', 'TO_CHANGE', 'STOPPED', 'NONE'] as const).flatMap(
        (standing) => [true, false].map((kept) => ({ standing, row: { kept } }) as Api['SheetResult']),
    )
    expect(toBuild(results).map((one) => one.standing)).toEqual(['TO_BUILD', 'FAILED', 'TO_CHANGE'])
})

test('columns are as wide as what stands in them, within bounds', () => {
    expect(widths([['a', 'x'.repeat(20), 'y'.repeat(500)]], 4)).toEqual(['104px', '158px', '230px', '104px'])
})
