import { describe, expect, test } from 'vitest'
import type { Api } from '../api/client'
import { reached, STATIONS } from './stations'

const TERM: Api['DeskTerm'] = {
    code: '27SP',
    name: 'Spring 2027',
    firstDay: '2027-01-04',
    lastDay: '2027-04-23',
    sections: 1200,
    standing: 0,
    builds: 0,
    changes: 0,
    closes: 0,
    stops: 0,
    notes: 0,
    gone: 0,
    ended: false,
    building: null,
    troubled: null,
}
const LINE: Api['DeskLine'] = {
    zone: 'America/Halifax',
    term: TERM,
    missing: null,
    sections: 1200,
    listReadAt: '2026-11-27T02:00:00Z',
    heldLists: 0,
    layers: 3,
    conventionsVersion: 1,
    crossLists: 0,
    suggested: 0,
    keptOut: 0,
    shells: 1200,
    stops: 0,
    notes: 0,
    lmsSeenAt: null,
    buildId: 0,
    buildState: null,
    drifted: 0,
    builtDone: 0,
    builtOf: 0,
    builtFailed: 0,
}
const said = (id: string, line: Partial<Api['DeskLine']>, term: Partial<Api['DeskTerm']> = {}) =>
    STATIONS.find((one) => one.id === id)?.said({ ...LINE, term: { ...TERM, ...term }, ...line })

describe('the line', () => {
    test('never counts closings among what is built', () => {
        expect(said('proof', {}, { builds: 12, changes: 30, closes: 958 })).toEqual({
            plain: '12 to build …',
            note: '958 to close',
        })
        expect(said('proof', {}, { closes: 958 })).toEqual({ plain: '', note: '958 to close' })
        expect(said('proof', {})).toEqual({ plain: 'nothing to build', note: '' })
    })
    test('moves with a build', () => {
        const building = { id: 1, state: 'RUNNING', shells: 1200, done: 300, failed: 2, reason: '' }
        expect(said('proof', {}, { builds: 1200, building })?.plain).toBe('898 to come')
        const planning = { ...building, state: 'PLANNING', shells: 0, done: 0, failed: 0 }
        expect(said('proof', {}, { builds: 1200, building: planning })?.plain).toBe('being planned')
    })
    test('says that a list is held, and that a term has none', () => {
        expect(said('arrivals', { heldLists: 2 })?.stop).toBe('2 lists held')
        expect(said('arrivals', { listReadAt: null, heldLists: 1 })).toEqual({
            plain: '',
            stop: '1 list held',
        })
        expect(said('proof', { shells: 0, missing: 'no sections' })?.plain).toBe('no list of it')
    })
    test('is solid as far as the work is', () => {
        expect(reached(null)).toBe(0)
        expect(reached({ ...LINE, sections: 0 })).toBe(0)
        expect(reached(LINE)).toBe(5)
        expect(reached({ ...LINE, buildState: 'RUNNING' })).toBe(6)
        expect(reached({ ...LINE, buildState: 'DONE' })).toBe(6)
        expect(reached({ ...LINE, buildState: 'DONE', term: { ...TERM, closes: 1 } })).toBe(5)
    })
})
