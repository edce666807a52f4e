import { describe, expect, it } from 'vitest'
import type { Api } from '../api/client'
import { headline, isUnderWay, lasts, toCome } from './words'

const BUILD: Api['Build'] = {
    id: 7,
    term: '27SP',
    kind: 'BUILD',
    state: 'DONE',
    shells: 100,
    planned: 100,
    done: 100,
    failed: 0,
    trial: 0,
    startedAt: '2026-12-07T10:00:00Z',
    startedBy: 'N. Abara',
    startsAt: null,
    endedAt: '2026-12-07T10:01:00Z',
    pausedBy: null,
    reason: '',
    others: { undoes: 0, follows: 0, takenBackBy: 0, followedBy: 0 },
    load: { now: 4, most: 8, inFlight: 2 },
    departments: [],
    causes: [],
    failures: [],
    kept: [],
}
const says = (change: Partial<Api['Build']>) => headline({ ...BUILD, ...change }, 'UTC')

describe('what a build says of itself', () => {
    it('stands, with what was closed apart', () => {
        expect(says({})).toBe('100 shells stand as planned')
        const closed = { name: '', shells: 40, done: 40, failed: 0 }
        expect(says({ departments: [closed] })).toBe('60 shells stand as planned, 40 shells closed')
    })

    it('says what became of a term that is over', () => {
        expect(says({ kind: 'ARCHIVE' })).toBe('100 shells archived')
        expect(says({ kind: 'RETURN', state: 'RUNNING' })).toBe('Taking out of the archive 100 shells')
        expect(says({ kind: 'DELETE', state: 'FAILED', done: 30 })).toBe(
            '30 of 100 shells deleted for good, ended early',
        )
        expect(says({ kind: 'FILL_AGAIN' })).toBe('100 shells filled once more')
    })

    it('ended before it was through', () => {
        expect(says({ state: 'FAILED', done: 30, failed: 10 })).toBe(
            '30 shells of 100 stand as planned, ended early',
        )
    })

    it('pauses, and says for whom', () => {
        const paused = { state: 'PAUSED', done: 5, endedAt: null }
        expect(says({ ...paused, pausedBy: 'trial' })).toBe('5 shells tried first; look at them, 95 to come')
        expect(says({ ...paused, pausedBy: 'N. Abara' })).toBe('Paused by N. Abara, 95 to come')
        expect(says({ ...paused, kind: 'TAKE_BACK', done: 0, pausedBy: 'look' })).toBe(
            '100 shells can be taken back',
        )
    })

    it('was refused before it began', () => {
        expect(says({ state: 'FAILED', shells: 0, done: 0, reason: 'Nothing was built.' })).toBe(
            'Nothing was built.',
        )
    })

    it('begins at its time', () => {
        expect(says({ state: 'PLANNED', startsAt: '2026-12-07T22:00:00Z', endedAt: null })).toBe(
            'Begins Mon 7 Dec 2026 22:00',
        )
    })
})

describe('counts', () => {
    it('never counts below nothing', () => {
        expect(toCome({ ...BUILD, done: 99, failed: 3 })).toBe(0)
        expect(toCome({ ...BUILD, done: 60, failed: 3 })).toBe(37)
    })

    it('is under way until it has ended, also while it pauses', () => {
        expect(['PLANNING', 'RUNNING', 'WAITING', 'PAUSED', 'ENDING'].every(isUnderWay)).toBe(true)
        expect(['PLANNED', 'DONE', 'FAILED', null, undefined].some(isUnderWay)).toBe(false)
    })

    it('rounds what is left', () => {
        expect([0.2, 89, 90, 3600].map(lasts)).toEqual(['1 s', '89 s', '2 min', '60 min'])
    })
})
