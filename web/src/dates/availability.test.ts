import { describe, expect, test } from 'vitest'
import { cleared, lines, together, without, type Section, type Row } from './availability.svelte'

const section = (
    id: string,
    opens: string | null = null,
    closes: string | null = null,
    leads = false,
): Section => ({
    id,
    name: id,
    students: 10,
    leads,
    opens: '',
    closes: '',
    ownOpens: opens,
    ownCloses: closes,
    keptOut: opens !== null,
})
const row = (key: string, department: string, sections: Section[] = []): Row => ({
    key,
    lead: key,
    name: key,
    title: '',
    department,
    template: key === 'c' ? 'tpl-lab' : '',
    part: '',
    opens: '',
    closes: '',
    opensFrom: '',
    closesFrom: '',
    open: false,
    standing: false,
    students: 20,
    keptOut: 0,
    sections,
})
const shared = row('a', 'Music', [
    section('a', null, null, true),
    section('b', 'term.start'),
    section('c', null, 'term.end'),
])
const plain = row('b', 'Art')
const alike = row('c', 'Music', [section('x', null, null, true), section('y')])
const told = (by: string, chosen = '') =>
    lines([shared, plain, alike], by, chosen).map((line) =>
        line.kind === 'group'
            ? `# ${line.name}`
            : line.kind === 'row'
              ? line.row.key
              : `- ${line.section.id}`,
    )

describe('lines of the timeline', () => {
    test('stand under their departments; sections only where one has dates of its own', () => {
        expect(told('department')).toEqual(['# Art', 'b', '# Music', 'a', '- a', '- b', '- c', 'c'])
    })
    test('show the sections of the chosen shell too', () => {
        expect(told('department', 'c').slice(-3)).toEqual(['c', '- x', '- y'])
    })
    test('by cross-list are those with several sections', () => {
        expect(told('cross-list')).toEqual(['# Music', 'a', '- a', '- b', '- c', 'c', '- x', '- y'])
    })
    test('by template name those without one', () => {
        expect(told('template').filter((line) => line.startsWith('#'))).toEqual(['# none', '# tpl-lab'])
    })
})

describe('an edit of dates', () => {
    test('clears what sections have of their own, and nothing of the lead', () => {
        expect(cleared([shared, plain, alike])).toEqual([
            { section: 'b', opens: '', closes: '', open: null },
            { section: 'c', opens: '', closes: '', open: null },
        ])
    })
    test('clears one edge alone', () => {
        expect(cleared([shared], ['opens'])).toEqual([{ section: 'b', opens: '', closes: null, open: null }])
    })
    test('puts dates of one section together, the later ones winning', () => {
        const first = [{ section: 'a', opens: 'term.start', closes: null, open: null }]
        const then = [
            { section: 'a', opens: null, closes: 'term.end', open: null },
            { section: 'b', opens: '', closes: null, open: null },
        ]
        expect(together(first, then)).toEqual([
            { section: 'a', opens: 'term.start', closes: 'term.end', open: null },
            { section: 'b', opens: '', closes: null, open: null },
        ])
        expect(together(then, first)[0]).toEqual({
            section: 'a',
            opens: 'term.start',
            closes: 'term.end',
            open: null,
        })
    })
    test('is taken back for some shells with their sections, or for one edge of them', () => {
        const edit = [
            { section: 'a', opens: 'term.start', closes: 'term.end', open: null },
            { section: 'b', opens: '', closes: null, open: null },
            { section: 'z', opens: 'term.start', closes: null, open: null },
        ]
        expect(without(edit, [shared]).map((dates) => dates.section)).toEqual(['z'])
        expect(without(edit, [shared], ['opens'])).toEqual([
            { section: 'a', opens: null, closes: 'term.end', open: null },
            { section: 'z', opens: 'term.start', closes: null, open: null },
        ])
    })
})
