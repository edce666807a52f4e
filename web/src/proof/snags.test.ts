import { expect, test } from 'vitest'
import { kinds, weighed } from './snags'

const both = [
    { snag: 'xl-unknown', stop: false, shells: 1200 },
    { snag: 'xl-unknown', stop: true, shells: 2 },
    { snag: 'opens-late', stop: false, shells: 3 },
]

test('a kind of snag that is a note and a stop is two rows, whose keys differ', () => {
    expect(new Set(both.map(weighed)).size).toBe(3)
})

test('a kind of snag is chosen once, and says of how many shells it is a note and of how many a stop', () => {
    expect(kinds(both)).toEqual([
        ['xl-unknown', '1,200 note, 2 stop'],
        ['opens-late', '3'],
    ])
})
