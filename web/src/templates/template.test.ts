import { beforeEach, describe, expect, test } from 'vitest'
import { EVERY_WEEK, TemplateEdit, type Draft } from './template.svelte'

const item = (title: string) => ({ kind: 'page', title, text: '', address: '', points: '', due: '' })
const KEPT: Draft = {
    id: 'x',
    title: 'X',
    instruction: '',
    units: [
        { title: 'One', instruction: '', items: [item('a'), item('b')] },
        { title: 'Two', instruction: '', items: [item('c')] },
    ],
    weekTitle: 'Week {week}',
    everyWeek: [item('w')],
    files: {},
}

let edit: TemplateEdit
const titles = () => edit.draft.units.map((u) => `${u.title}: ${u.items.map((i) => i.title).join(' ')}`)

beforeEach(() => {
    edit = new TemplateEdit()
    edit.start(KEPT)
})

describe('the outline', () => {
    test('is not edited as it is kept', () => {
        expect(edit.edited).toBe(false)
        edit.set('title', 'Y')
        expect(edit.edited).toBe(true)
    })
    test('takes an item under the one that the pen is on', () => {
        edit.spot = { unit: 0, item: 0 }
        edit.addItem('quiz')
        expect(edit.spot).toEqual({ unit: 0, item: 1 })
        expect(edit.item?.kind).toBe('quiz')
        edit.setItem(0, 1, 'title', 'q')
        expect(titles()[0]).toBe('One: a q b')
    })
    test('takes a unit under the one that the pen is on', () => {
        edit.addUnit()
        expect(titles()).toEqual(['One: a b', ': ', 'Two: c'])
        expect(edit.spot).toEqual({ unit: 1, item: -1 })
    })
    test('moves an item within its unit, then into the next', () => {
        edit.spot = { unit: 0, item: 0 }
        edit.move(1)
        expect(titles()).toEqual(['One: b a', 'Two: c'])
        edit.move(1)
        expect(titles()).toEqual(['One: b', 'Two: a c'])
        expect(edit.item?.title).toBe('a')
        edit.move(-1)
        expect(titles()).toEqual(['One: b a', 'Two: c'])
    })
    test('moves a unit with its items, not past the ends', () => {
        edit.move(1)
        expect(titles()).toEqual(['Two: c', 'One: a b'])
        edit.move(1)
        expect(titles()).toEqual(['Two: c', 'One: a b'])
    })
    test('lets go of an item or a unit', () => {
        edit.spot = { unit: 0, item: 1 }
        edit.remove()
        expect(titles()[0]).toBe('One: a')
        edit.spot = { unit: 0, item: -1 }
        edit.remove()
        expect(titles()).toEqual(['Two: c'])
    })
    test('every week has items of its own and cannot go', () => {
        edit.spot = { unit: EVERY_WEEK, item: 0 }
        edit.addItem('assignment')
        expect(edit.draft.everyWeek).toHaveLength(2)
        edit.spot = { unit: EVERY_WEEK, item: -1 }
        edit.remove()
        expect(edit.draft.everyWeek).toHaveLength(2)
    })
})

test('what is typed letter by letter is undone at once, and done again', () => {
    edit.setUnit(0, 'title', 'O')
    edit.setUnit(0, 'title', 'On')
    edit.setItem(0, 0, 'due', 'week 1 Fri')
    edit.undo()
    expect(edit.draft.units[0]?.items[0]?.due).toBe('')
    edit.undo()
    expect(edit.draft).toEqual(KEPT)
    edit.redo()
    expect(edit.draft.units[0]?.title).toBe('On')
})

describe('the lines that an edit changed', () => {
    test('are told before and after, and not where a line only moved', () => {
        edit.setItem(0, 1, 'title', 'bb')
        expect(edit.changes).toEqual([{ was: 'page b', now: 'page bb' }])
        edit.spot = { unit: 0, item: -1 }
        edit.addItem('quiz')
        edit.setItem(0, 0, 'title', 'first')
        edit.setItem(0, 0, 'points', '5')
        expect(edit.changes).toEqual([
            { was: null, now: 'quiz first, 5 points' },
            { was: 'page b', now: null },
            { was: null, now: 'page bb' },
        ])
    })
    test('are none where nothing was kept before', () => {
        edit.start(null, KEPT)
        expect(edit.changes).toEqual([])
    })
})
