import { describe, expect, test } from 'vitest'
import { at, bar, byDays, dayNumber, isoDay, months, zoomed } from './time'

describe('days as numbers', () => {
    test('go there and back', () => {
        for (const iso of ['2026-12-31', '2027-01-01', '2028-02-29', '2027-03-14'])
            expect(isoDay(dayNumber(iso))).toBe(iso)
        expect(dayNumber('2027-01-05') - dayNumber('2027-01-04')).toBe(1)
    })
    test('take the time of day as the clock there shows it', () => {
        expect(dayNumber('2027-01-04T12:00:00-04:00') - dayNumber('2027-01-04')).toBe(0.5)
        expect(isoDay(dayNumber('2027-01-04T23:59:00-04:00'))).toBe('2027-01-04')
    })
})

describe('what is in sight', () => {
    const range = { from: 100, to: 200 }
    test('lies in hundredths of the width', () => {
        expect(at(150, range)).toBe(50)
        expect(bar(110, 130, range)).toEqual({ left: 10, width: 20 })
    })
    test('is cut at the edges, and nothing where none of it is seen', () => {
        expect(bar(50, 110, range)).toEqual({ left: 0, width: 10 })
        expect(bar(190, 300, range)).toEqual({ left: 90, width: 10 })
        expect(bar(10, 100, range)).toBeNull()
        expect(bar(200, 210, range)).toBeNull()
    })
    test('comes closer around a day without leaving the whole', () => {
        expect(zoomed(range, 1, 150)).toEqual(range)
        expect(zoomed(range, 4, 150)).toEqual({ from: 137.5, to: 162.5 })
        expect(zoomed(range, 4, 100)).toEqual({ from: 100, to: 125 })
        expect(zoomed(range, 4, 500)).toEqual({ from: 175, to: 200 })
    })
    test('names the months, the year with the first and with January', () => {
        const term = { from: dayNumber('2026-11-30'), to: dayNumber('2027-02-15') }
        expect(months(term).map((month) => month.name)).toEqual(['Dec 2026', 'Jan 2027', 'Feb'])
    })
})

test('days are told in words', () => {
    expect([-10, -7, -1, 0, 1, 14].map(byDays)).toEqual([
        '10 days earlier',
        'a week earlier',
        'a day earlier',
        'unchanged',
        'a day later',
        '14 days later',
    ])
})
