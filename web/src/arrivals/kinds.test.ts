import { expect, test } from 'vitest'
import { waitsFor } from './kinds'

const OUTCOME = { term: '27SP', list: 4, through: 3, build: 9, waits: 5, closes: 0, trouble: '' }

test('what shells wait for is told, the most first', () => {
    const reasons = [
        { kind: 'DROPS' as const, shells: 1 },
        { kind: 'NAMES' as const, shells: 4 },
    ]
    expect(waitsFor({ ...OUTCOME, reasons })).toBe(
        '4 for names, categories and settings, 1 for students who drop',
    )
})

test('what is to be closed is never part of a number that sounds like building', () => {
    const reasons = [{ kind: 'OTHER' as const, shells: 3 }]
    expect(waitsFor({ ...OUTCOME, reasons })).toBe('3 for what only a person does')
    expect(waitsFor({ ...OUTCOME, reasons, closes: 2 })).toBe(
        '3 for what only a person does, 2 of them to be closed',
    )
})
