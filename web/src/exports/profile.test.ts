import { describe, expect, it } from 'vitest'
import { fresh, ProfileEdit, wrongAt } from './profile.svelte'
import { cameBack, says } from './words'

const one = {
    id: 1,
    profile: 1,
    name: 'Upload',
    form: 'PROFILE' as const,
    differences: true,
    state: 'WRITTEN' as const,
    reason: '',
    askedBy: 'A. Bara',
    askedAt: '2026-12-07T08:00:00Z',
    endedAt: null,
    counts: {},
    statuses: {},
    givesBack: true,
    came: [],
}

describe('a profile that is edited', () => {
    it('goes back step by step, typing in one place being one step', () => {
        const edit = new ProfileEdit()
        edit.start(null)
        edit.column(0, { heading: 'C' })
        edit.column(0, { heading: 'CO' })
        edit.column(0, { value: '{title}' })
        expect(edit.draft.columns[0]).toMatchObject({ heading: 'CO', value: '{title}' })
        edit.undo()
        expect(edit.draft.columns[0]).toMatchObject({ heading: 'CO', value: '{shell.code}' })
        edit.undo()
        expect(edit.draft.columns[0]?.heading).toBe('CODE')
        expect(edit.undoable).toBe(false)
    })

    it('puts columns in, moves them and takes them out', () => {
        const edit = new ProfileEdit()
        edit.start(null)
        expect(edit.add(0)).toBe(1)
        edit.column(1, { heading: 'NEW' })
        expect(edit.move(1, -1)).toBe(0)
        expect(edit.move(0, -1)).toBe(0)
        expect(edit.draft.columns.map((c) => c.heading)).toEqual(['NEW', 'CODE', 'TITLE'])
        edit.remove(1)
        expect(edit.draft.columns.map((c) => c.heading)).toEqual(['NEW', 'TITLE'])
    })

    it('keeps what a result sheet is matched by with its column', () => {
        const edit = new ProfileEdit()
        edit.start(null, {
            ...fresh(),
            results: { match: { CODE: 'Course' }, outcome: 'R', passed: ['ok'], reason: '' },
        })
        edit.column(0, { heading: 'KEY' })
        expect(edit.draft.results?.match).toEqual({ KEY: 'Course' })
        edit.remove(0)
        expect(edit.draft.results?.match).toEqual({})
    })

    it('knows whether it is as it is kept', () => {
        const kept = {
            id: 3,
            version: 0,
            name: 'x',
            keptBy: '',
            keptAt: '',
            draft: { ...fresh(), name: 'x' },
        }
        const edit = new ProfileEdit()
        edit.start(kept)
        expect(edit.changed).toBe(false)
        edit.change('name', { name: 'y' })
        expect(edit.changed).toBe(true)
        edit.start(null)
        expect(edit.changed).toBe(true)
    })

    it('says what is wrong where', () => {
        const wrong = [
            { path: 'columns/1/value', reason: 'a' },
            { path: 'columns/11/value', reason: 'b' },
        ]
        expect(wrongAt(wrong, 'columns/1/value')).toBe('a')
        expect(wrongAt(wrong, 'columns/1/heading')).toBe('')
    })
})

describe('what came of files', () => {
    it('is one sentence', () => {
        expect(says({ ...one, state: 'WRITING' })).toBe('being written …')
        expect(says(one)).toBe('nothing was different')
        expect(
            says({
                ...one,
                counts: { WAITING: 1, PASSED: 1200, FAILED: 2, LEFT_OUT: 3 },
                statuses: { NEW: 1203, GONE: 0 },
            }),
        ).toBe('1,203 rows (1,203 new): 1,200 went through, 2 failed, 1 waits for word; 3 left out')
        expect(says({ ...one, form: 'ONEROSTER_1_1', state: 'PASSED' })).toBe('a bundle that went through')
    })

    it('says of a sheet that came back which lines mean nothing', () => {
        const came = {
            id: 1,
            name: 'back.csv',
            state: 'READ' as const,
            broughtBy: 'N. Abara',
            broughtAt: '2026-12-07T08:00:00Z',
            passed: 5,
            failed: 1,
            unknown: [
                { line: 9, words: 'x 1' },
                { line: 12, words: '' },
            ],
            unknownCount: 3,
            back: 1,
            reason: '',
        }
        expect(cameBack(came)).toBe(
            '5 went through, 1 failed. 1 shell is taken not to stand as told; the proof wants it again. 3 lines mean no row of it: line 9 (x 1), line 12 ….',
        )
        expect(cameBack({ ...came, state: 'READING' })).toBe('being read …')
        expect(cameBack({ ...came, state: 'FAILED', reason: 'It was given up.' })).toBe('It was given up.')
    })
})
