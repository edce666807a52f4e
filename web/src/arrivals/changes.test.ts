import { expect, test } from 'vitest'
import type { Api } from '../api/client'
import { changedRows, effect, fact, moves, sign, sum } from './changes'

const SECTION: Api['ChangeSectionChange'] = {
    section: 'cl-1',
    label: 'OCEA 210-001',
    title: 'Tides',
    kind: 'changed',
    facts: [{ what: 'meets', before: 'Mo 9:00', after: 'Tu 9:00' }],
    people: [
        { what: 'drop', person: 'u2', name: 'Ben Aske' },
        { what: 'add', person: 'u1', name: 'Ada Ness' },
        { what: 'add', person: 'u3', name: 'Cai Orr' },
    ],
    shell: '27sp-ocea-210-001',
    shellKey: 's:cl-1',
    action: 'change',
    open: false,
    values: [],
    studentsBefore: 20,
    studentsAfter: 21,
}

test('people are told by what they did, those who came first', () => {
    expect(moves(SECTION)).toEqual([
        { mark: '+', word: 'added', names: ['Ada Ness', 'Cai Orr'] },
        { mark: '−', word: 'dropped', names: ['Ben Aske'] },
    ])
})

test('what becomes of a shell is said in words', () => {
    expect(effect(SECTION)).toBe('to be changed')
    expect(effect({ ...SECTION, action: null, open: true })).toBe('no longer in the proof, open to students')
    expect(effect({ ...SECTION, action: 'close', open: true })).toBe('to be closed, open to students')
    expect(effect({ ...SECTION, shell: null })).toBe('no shell')
})

test('a sheet has a row for each thing that changed', () => {
    const rows = changedRows([SECTION, { ...SECTION, kind: 'out', facts: [], people: [] }])
    expect(rows.map((r) => [r.what, r.person, r.before, r.after])).toEqual([
        ['meeting times', '', 'Mo 9:00', 'Tu 9:00'],
        ['drop', 'Ben Aske', '', ''],
        ['add', 'Ada Ness', '', ''],
        ['add', 'Cai Orr', '', ''],
        ['section out', '', '', ''],
    ])
})

test('nothing is shown for none', () => {
    expect(sign(0, '+')).toBe('')
    expect(sign(1200, '−')).toBe('−1,200')
    expect(sum([1, 2, 3], (n) => n)).toBe(6)
    expect(fact('room')).toBe('room')
})
