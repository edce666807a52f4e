import { expect, test } from 'vitest'
import { isCarriedOut, question, says, workOf } from './actions'

const row = (action: string, open = false, work = false) => ({ action, open, work })
const times = (n: number, action: string) => Array.from({ length: n }, () => row(action))

test('a button says what it will do, closings apart', () => {
    expect(says(workOf([...times(12, 'build'), ...times(30, 'change'), ...times(958, 'close')]))).toBe(
        'Build 12, change 30, close 958',
    )
    expect(says(workOf(times(3, 'close')))).toBe('Close 3')
    expect(says(workOf([...times(3, 'keep'), ...times(2, 'stop')]))).toBe('')
})

test('closing is asked in a sentence with numbers', () => {
    const rows = [row('close', true, true), row('close', true), row('close'), ...times(5, 'build')]
    expect(question(workOf(rows))).toBe(
        'This closes 3 shells, 2 of them open to students now, 1 with student work.',
    )
    expect(question(workOf(times(1, 'close')))).toBe('This closes 1 shell.')
})

test('many changes are asked, building alone is not', () => {
    expect(question(workOf(times(49, 'change')))).toBe('')
    expect(question(workOf(times(50, 'change')))).toBe('This changes 50 shells that stand.')
    expect(question(workOf(times(1200, 'build')))).toBe('')
})

test('what is kept or stopped is not carried out', () => {
    expect(['build', 'change', 'close', 'keep', 'stop'].filter((a) => isCarriedOut(row(a)))).toEqual([
        'build',
        'change',
        'close',
    ])
})
