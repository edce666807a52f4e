import { describe, expect, test } from 'vitest'
import { atStart, count, day, daysBetween, instant, moment, number, words } from './words'

describe('words', () => {
    test('numbers have their thousands apart', () => expect(number(24000)).toBe('24,000'))
    test('counts agree with their noun', () => {
        expect(count(1, 'shell')).toBe('1 shell')
        expect(count(1200, 'shell')).toBe('1,200 shells')
        expect(count(0, 'to build', 'to build')).toBe('0 to build')
    })
    test('days are unambiguous', () => {
        expect(day('2027-01-04')).toBe('Mon 4 Jan 2027')
        expect(day('2028-02-29T23:00:00Z')).toBe('Tue 29 Feb 2028')
    })
    test('moments keep the clock of their own offset', () => {
        expect(moment('2027-01-04T08:00:00-04:00')).toBe('Mon 4 Jan 2027 08:00')
        expect(moment('')).toBe('')
    })
    test('instants are shown on the clocks of the campus', () => {
        expect(instant('2027-01-05T02:30:00Z', 'America/Halifax')).toBe('Mon 4 Jan 2027 22:30')
        expect(instant('2027-07-05T02:30:00Z', 'America/Halifax')).toBe('Sun 4 Jul 2027 23:30')
        expect(instant('2027-01-05T02:30:00Z', 'Pacific/Auckland')).toBe('Tue 5 Jan 2027 15:30')
    })
    test('days are counted over clock changes', () => {
        expect(daysBetween('2027-03-13', '2027-03-15')).toBe(2)
        expect(daysBetween('2027-01-04T08:00:00-04:00', '2026-12-28')).toBe(-7)
    })
    test('a sentence begins with a capital, but a file keeps its name', () => {
        expect(atStart("the registrar's list")).toBe("The registrar's list")
        expect(atStart('theses.zip')).toBe('theses.zip')
        expect(atStart('list-2.zip')).toBe('list-2.zip')
    })
    test('snags read as words', () => expect(words('code-taken')).toBe('code taken'))
})
